package dev.girdle.java.observe;

import dev.girdle.ecosystem.Symptom;
import dev.girdle.ecosystem.Symptom.Kind;
import java.lang.module.ModuleFinder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What Java programs write when they miss something. */
final class Complaints {
  private static final String NAME =
      "([\\p{L}_$][\\p{L}\\p{N}_$]*(?:[./][\\p{L}_$][\\p{L}\\p{N}_$]*)+)";
  private static final List<Pattern> CLASSES =
      List.of(
          Pattern.compile(
              "(?:NoClassDefFoundError|ClassNotFoundException): " + NAME + "(?=\\s|$|,)"),
          Pattern.compile("made without the class " + NAME + "[,;]"),
          Pattern.compile("Could not find or load main class " + NAME),
          Pattern.compile("Provider " + NAME + " not found"));
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

  private Complaints() {}

  static List<Symptom> in(String line) {
    List<Symptom> found = new ArrayList<>();
    for (Pattern pattern : CLASSES) {
      Matcher matcher = pattern.matcher(line);
      while (matcher.find()) {
        String name = matcher.group(1).replace('/', '.');
        String path = name.replace('.', '/') + ".class";
        found.add(new Symptom(Kind.CODE, name, path, moduleOf(name)));
      }
    }
    Matcher module = MODULE.matcher(line);
    if (module.find()) {
      String name = module.group(1);
      found.add(new Symptom(Kind.PART, name, name, Optional.of(name)));
    }
    for (Pattern pattern : LIBRARIES) {
      Matcher matcher = pattern.matcher(line);
      if (matcher.find()) {
        found.add(plain(Kind.LIBRARY, matcher.group(1)));
      }
    }
    for (Pattern pattern : FILES) {
      Matcher matcher = pattern.matcher(line);
      if (matcher.find()) {
        found.add(plain(Kind.FILE, matcher.group(1).strip()));
      }
    }
    return found;
  }

  private static Symptom plain(Kind kind, String name) {
    return new Symptom(kind, name, name.replace('.', '/'), Optional.empty());
  }

  private static Optional<String> moduleOf(String className) {
    int dot = className.lastIndexOf('.');
    String packaze = dot < 0 ? "" : className.substring(0, dot);
    return ModuleFinder.ofSystem().findAll().stream()
        .filter(m -> m.descriptor().packages().contains(packaze))
        .map(m -> m.descriptor().name())
        .findFirst();
  }
}
