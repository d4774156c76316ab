package dev.girdle.java.observe;

import dev.girdle.ecosystem.RunPaths;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The log of loaded classes that Java writes (JEP 158, {@code -Xlog:class+load}), from Java 17 on
 * also of native libraries ({@code -Xlog:library}).
 */
public final class ClassLog {
  /** A class was loaded, by its full name. */
  static final EvidenceKind CLASS = EvidenceKind.code("class", "classes");

  private static final String PREFIX = "classes-";
  private static final Pattern LINE = Pattern.compile("(\\S+) source: (\\S+)(.*)");
  private static final Pattern LIBRARY = Pattern.compile("Loaded library (/.+), handle 0x\\w+");
  private static final int LOGS_LIBRARIES = 17;

  private ClassLog() {}

  /**
   * The option that makes Java write it; a file for each process.
   *
   * @param folder where to
   * @param oldest the oldest release of Java that it may be; one that does not know a log refuses
   *     to start
   * @return the option
   */
  public static String option(String folder, int oldest) {
    String what = oldest >= LOGS_LIBRARIES ? "class+load=info,library=info" : "class+load=info";
    return "-Xlog:" + what + ":file=" + folder + "/" + PREFIX + "%p.log:none:filesize=0";
  }

  /**
   * Reads all such logs.
   *
   * @param seen the folder that they lie in
   * @param paths tells where in the artifact a file lies; what is outside keeps its path
   * @param found gets the classes
   * @throws IOException if one cannot be read
   */
  public static void read(Path seen, RunPaths paths, Set<Seen> found) throws IOException {
    try (Stream<Path> files = Files.list(seen)) {
      for (Path file :
          files.filter(f -> f.getFileName().toString().startsWith(PREFIX)).sorted().toList()) {
        try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
          for (String line = in.readLine(); line != null; line = in.readLine()) {
            add(line, paths, found);
          }
        }
      }
    }
  }

  /**
   * The classes that such logs name, wherever they come from.
   *
   * @param seen the folder that they lie in, and nothing else
   * @return full names
   * @throws IOException if one cannot be read
   */
  public static Set<String> names(Path seen) throws IOException {
    Set<String> names = new TreeSet<>();
    try (Stream<Path> files = Files.list(seen)) {
      for (Path file : files.toList()) {
        try (Stream<String> lines = Files.lines(file, StandardCharsets.UTF_8)) {
          lines
              .map(LINE::matcher)
              .filter(m -> m.matches() && !isMade(m.group(1), m.group(2)))
              .forEach(m -> names.add(m.group(1)));
        }
      }
    }
    return names;
  }

  /** Whether a class was made while the program ran, of nothing that lies anywhere. */
  private static boolean isMade(String name, String source) {
    return name.indexOf('/') >= 0
        || name.contains("$$Lambda")
        || name.contains("$Proxy")
        || name.contains("LambdaForm$")
        || name.contains("GeneratedMethodAccessor")
        || name.contains("GeneratedConstructorAccessor")
        || name.contains("GeneratedSerializationConstructorAccessor")
        || source.startsWith("__")
        || source.contains("Lambda");
  }

  private static void add(String line, RunPaths paths, Set<Seen> found) {
    Matcher library = LIBRARY.matcher(line);
    if (library.matches()) {
      String path = library.group(1);
      if (paths.isNews(path)) {
        found.add(new Seen(EvidenceKind.LIBRARY, paths.inArtifact(path), ""));
      }
      return;
    }
    Matcher matcher = LINE.matcher(line);
    if (!matcher.matches()) {
      return;
    }
    String name = matcher.group(1);
    String source = matcher.group(2);
    if (isMade(name, source)) {
      return;
    }
    String from = "";
    if (source.startsWith("jrt:/")) {
      from = source.substring("jrt:/".length());
    } else if (source.startsWith("file:")) {
      from = paths.inArtifact(source.substring("file:".length()));
    }
    found.add(new Seen(CLASS, name, from));
  }
}
