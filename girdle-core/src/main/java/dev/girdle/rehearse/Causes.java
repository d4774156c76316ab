package dev.girdle.rehearse;

import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import java.lang.module.ModuleFinder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Traces what a program says it missed back to what was left out of the artifact, and why. */
final class Causes {
  private static final String NAME =
      "([\\p{L}_$][\\p{L}\\p{N}_$]*(?:[./][\\p{L}_$][\\p{L}\\p{N}_$]*)+)";
  private static final List<Pattern> CLASSES =
      List.of(
          Pattern.compile(
              "(?:NoClassDefFoundError|ClassNotFoundException): " + NAME + "(?=\\s|$|,)"),
          Pattern.compile("made without the class " + NAME + "[,;]"),
          Pattern.compile("Could not find or load main class " + NAME),
          Pattern.compile("Provider " + NAME + " not found"));
  private static final String ALWAYS = "contents:\n  always: [";
  private static final Pattern MODULE = Pattern.compile("[Mm]odule ([\\w.]+) not found");
  private static final List<Pattern> LIBRARIES =
      List.of(
          Pattern.compile("no (\\S+) in java\\.library\\.path"),
          Pattern.compile("([\\w.+-]+\\.so[.\\d]*): cannot open shared object file"));
  private static final List<Pattern> FILES =
      List.of(
          Pattern.compile(
              "(?:NoSuchFileException|FileNotFoundException): ([^\\s(][^(\\n]*?)(?: \\(|$)"),
          Pattern.compile("Can't find bundle for base name ([\\w.$]+)"));

  private final ArtifactRecord content;
  private final List<String> lost;
  private final Map<String, Diagnosis> found = new LinkedHashMap<>();

  private Causes(ArtifactRecord content, List<String> lost) {
    this.content = content;
    this.lost = lost;
  }

  /** Everything that some lines tell as missing, each once. */
  static List<Diagnosis> of(List<String> lines, RehearsedArtifact subject, Set<String> libraries) {
    Causes causes = new Causes(subject.content(), subject.lostFiles());
    for (String file : causes.lost) {
      causes.put(file, "", "the artifact has lost its file " + file + "; seal it again", "");
    }
    lines.forEach(causes::read);
    for (String library : libraries) {
      causes.library(library, "");
    }
    return new ArrayList<>(causes.found.values());
  }

  private void read(String line) {
    for (Pattern pattern : CLASSES) {
      Matcher matcher = pattern.matcher(line);
      while (matcher.find()) {
        missingClass(matcher.group(1).replace('/', '.'), line.strip());
      }
    }
    Matcher module = MODULE.matcher(line);
    if (module.find()) {
      put(
          "module " + module.group(1),
          line,
          "the module " + module.group(1) + why(content.runtime().leftOut(), module.group(1)),
          always(module.group(1)));
    }
    for (Pattern pattern : LIBRARIES) {
      Matcher matcher = pattern.matcher(line);
      if (matcher.find()) {
        library(matcher.group(1), line.strip());
      }
    }
    for (Pattern pattern : FILES) {
      Matcher matcher = pattern.matcher(line);
      if (matcher.find()) {
        file(matcher.group(1).strip(), line.strip());
      }
    }
  }

  private static String why(Map<String, String> leftOut, String name) {
    String reason = leftOut == null ? null : leftOut.get(name);
    return reason == null ? " is not in the artifact" : " was left out: " + reason;
  }

  private void missingClass(String name, String line) {
    String path = name.replace('.', '/') + ".class";
    Optional<LeftOutEntry> leftOut =
        content.leftOut().stream().filter(l -> path.equals(l.path())).findFirst();
    if (leftOut.isPresent()) {
      put(
          name,
          line,
          "the class "
              + name
              + " of "
              + leftOut.get().component()
              + " was left out: "
              + leftOut.get().reason(),
          always(name));
      return;
    }
    Optional<String> module = moduleOf(name);
    if (module.isPresent()) {
      boolean isThere =
          content.runtime().parts() == null || content.runtime().parts().containsKey(module.get());
      put(
          name,
          line,
          isThere
              ? "the class " + name + " of Java was left out: nothing was seen to reach it"
              : "the class "
                  + name
                  + " is in the module "
                  + module.get()
                  + " of Java, which "
                  + (content.runtime().leftOut() != null
                          && content.runtime().leftOut().containsKey(module.get())
                      ? "was left out: " + content.runtime().leftOut().get(module.get())
                      : "nothing was seen to reach"),
          always(isThere ? name : module.get()));
      return;
    }
    if (!lost.isEmpty()) {
      put(name, line, "the class " + name + " may have been in what is lost", "");
      return;
    }
    String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
    List<LeftOutEntry> holders = wholeWith(folder);
    Optional<MissingEntry> known = wasMissing(name);
    if (!holders.isEmpty()) {
      put(name, line, "the class " + name + placed(holders), always(name));
    } else if (known.isPresent()) {
      String accepted = known.get().accepted() ? ", which the plan accepts" : "";
      put(
          name,
          line,
          "the class "
              + name
              + " was missing already when it was sealed"
              + accepted
              + ": "
              + known.get().askedBy(),
          with(name));
    } else {
      put(name, line, "the class " + name + " is in no component that was handed over", with(name));
    }
  }

  /** Components that were left out whole and have such a folder. */
  private List<LeftOutEntry> wholeWith(String folder) {
    return content.leftOut().stream()
        .filter(l -> l.holds() != null && l.holds().contains(folder))
        .toList();
  }

  private static String placed(List<LeftOutEntry> holders) {
    return (holders.size() == 1 ? " lies in " : " lies in one of ")
        + String.join(", ", holders.stream().map(LeftOutEntry::component).toList())
        + ", left out: "
        + holders.get(0).reason();
  }

  private Optional<MissingEntry> wasMissing(String name) {
    return content.missing().stream().filter(m -> m.name().equals(name)).findFirst();
  }

  private static String with(String name) {
    return "application:\n  with: [the jar that has " + name + "]";
  }

  private static Optional<String> moduleOf(String className) {
    int dot = className.lastIndexOf('.');
    String packaze = dot < 0 ? "" : className.substring(0, dot);
    return ModuleFinder.ofSystem().findAll().stream()
        .filter(m -> m.descriptor().packages().contains(packaze))
        .map(m -> m.descriptor().name())
        .findFirst();
  }

  private void library(String name, String line) {
    Optional<LeftOutEntry> leftOut =
        content.leftOut().stream()
            .filter(l -> l.path() != null && l.path().contains(name))
            .findFirst();
    put(
        name,
        line,
        leftOut
            .map(
                l ->
                    "the native library "
                        + l.path()
                        + " of "
                        + l.component()
                        + " was left out: "
                        + l.reason())
            .orElse(
                "the native library "
                    + name
                    + " is not in the artifact, and a stranger's machine"
                    + " may not have it"),
        leftOut.map(l -> always(l.path())).orElse(""));
  }

  private void file(String path, String line) {
    Optional<LeftOutEntry> leftOut =
        content.leftOut().stream()
            .filter(l -> l.path() != null && !l.path().isEmpty())
            .filter(l -> path.endsWith(l.path()) || l.path().startsWith(path.replace('.', '/')))
            .findFirst();
    Optional<LeftOutEntry> beside =
        content.leftOut().stream()
            .filter(l -> l.path() == null && l.holds() == null)
            .filter(l -> path.equals(l.component()) || path.endsWith("/" + l.component()))
            .findFirst();
    if (leftOut.isPresent()) {
      put(
          path,
          line,
          "the file "
              + leftOut.get().path()
              + " of "
              + leftOut.get().component()
              + " was left out: "
              + leftOut.get().reason(),
          always(leftOut.get().path()));
    } else if (beside.isPresent()) {
      String name = beside.get().component();
      put(
          path,
          line,
          "the file "
              + name
              + " lies beside the program and did not go in: "
              + beside.get().reason(),
          files(name, name));
    } else {
      put(
          path,
          line,
          "the file " + path + " is not in the artifact",
          files(path, path.replaceFirst("^.*/", "")));
    }
  }

  private static String files(String from, String to) {
    return "contents:\n  files:\n  - from: " + from + "\n    to: " + to;
  }

  private static String always(String what) {
    return ALWAYS + what + "]";
  }

  private void put(String key, String said, String cause, String mend) {
    boolean isLeftOut = mend.startsWith(ALWAYS);
    String leftOut = isLeftOut ? mend.substring(ALWAYS.length(), mend.length() - 1) : "";
    found.putIfAbsent(key, new Diagnosis(said, cause, mend, leftOut));
  }
}
