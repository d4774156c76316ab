package dev.girdle.bench;

import dev.girdle.ecosystem.Progress;
import dev.girdle.java.maven.Coordinates;
import dev.girdle.java.maven.Resolution;
import dev.girdle.java.maven.Resolver;
import dev.girdle.plan.Declared;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Resolves the declared dependencies of real programs with Girdle and with Maven, and compares what
 * each says is needed at run time.
 */
public final class DeclaredComparison {
  private final Path work;
  private final List<String> rows = new ArrayList<>();
  private boolean allSame = true;

  private DeclaredComparison() throws IOException {
    work = Files.createTempDirectory("girdle-declared");
  }

  /**
   * Compares, prints the table and writes it to a file.
   *
   * @param args the file to write
   * @throws Exception if Maven cannot be run
   */
  public static void main(String[] args) throws Exception {
    DeclaredComparison comparison = new DeclaredComparison();
    programs().forEach(comparison::compare);
    String text = comparison.text();
    System.out.print(text);
    Files.writeString(Path.of(args[0]), text);
    System.exit(comparison.allSame ? 0 : 1);
  }

  private static Map<String, String> programs() {
    Map<String, String> programs = new LinkedHashMap<>();
    programs.put("Checkstyle", on("com.puppycrawl.tools:checkstyle:10.21.4"));
    programs.put("CodeNarc", on("org.codenarc:CodeNarc:3.5.0"));
    programs.put("Scalafmt", on("org.scalameta:scalafmt-cli_2.13:3.7.17"));
    programs.put("Wire compiler", on("com.squareup.wire:wire-compiler:5.3.1"));
    programs.put("JGit", on("org.eclipse.jgit:org.eclipse.jgit.pgm:6.7.0.202309050840-r"));
    programs.put(
        "SQLLine with SQLite",
        on("sqlline:sqlline:1.12.0") + on("org.xerial:sqlite-jdbc:3.46.1.3"));
    programs.put(
        "Tomcat and Spring",
        on("org.springframework:spring-webmvc:6.1.14")
            + on("org.apache.tomcat.embed:tomcat-embed-core:10.1.31"));
    programs.put("OpenJFX controls", on("org.openjfx:javafx-controls:17.0.13"));
    programs.put(
        "two linters, the second for tests",
        on("com.puppycrawl.tools:checkstyle:10.21.4")
            + on("org.codenarc:CodeNarc:3.5.0").replace("</dependency>", TEST));
    return programs;
  }

  private static final String TEST = "<scope>test</scope></dependency>";

  private static String on(String coordinates) {
    String[] c = coordinates.split(":");
    return "<dependency><groupId>%s</groupId><artifactId>%s</artifactId><version>%s</version></dependency>"
        .formatted(c[0], c[1], c[2]);
  }

  private void compare(String name, String dependencies) {
    try {
      Path folder = Files.createDirectories(work.resolve("p" + rows.size()));
      Path pom =
          Files.writeString(
              folder.resolve("pom.xml"),
              "<project><modelVersion>4.0.0</modelVersion><groupId>org.ternhaven</groupId>"
                  + "<artifactId>compared</artifactId><version>1</version><dependencies>"
                  + dependencies
                  + "</dependencies></project>");
      compare(name, pom);
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private void compare(String name, Path pom) throws IOException, InterruptedException {
    Set<String> maven = byMaven(pom);
    Set<String> girdle = new TreeSet<>();
    Resolver resolver = new Resolver(Declared.LOCAL, Set.of(), System.getenv(), Progress.SILENT);
    Resolution found = resolver.resolve(Files.readAllBytes(pom), pom.toAbsolutePath());
    found.libraries().forEach(l -> girdle.add(text(l.coordinates())));
    found.missing().forEach(m -> girdle.add(m.replaceFirst(",.*", "")));
    Set<String> more = new TreeSet<>(girdle);
    more.removeAll(maven);
    Set<String> fewer = new TreeSet<>(maven);
    fewer.removeAll(girdle);
    allSame &= more.isEmpty() && fewer.isEmpty();
    rows.add(
        "| %s | %d | %d | %s |"
            .formatted(
                name,
                maven.size(),
                girdle.size(),
                more.isEmpty() && fewer.isEmpty()
                    ? "the same"
                    : "more: " + more + ", fewer: " + fewer));
    System.err.println(rows.get(rows.size() - 1));
  }

  private static String text(Coordinates c) {
    return c.group()
        + ":"
        + c.artifact()
        + ":"
        + c.version()
        + (c.classifier().isEmpty() ? "" : ":" + c.classifier());
  }

  /**
   * The lines of {@code mvn dependency:list}: group, artifact, type, perhaps classifier, version.
   */
  private Set<String> byMaven(Path pom) throws IOException, InterruptedException {
    Path list = work.resolve("list");
    Files.deleteIfExists(list);
    Process process =
        new ProcessBuilder(
                "mvn",
                "-q",
                "-B",
                "-f",
                pom.toString(),
                "dependency:list",
                "-DincludeScope=runtime",
                "-DoutputFile=" + list)
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    if (process.waitFor() != 0) {
      throw new IllegalStateException("mvn dependency:list fails for " + pom);
    }
    Set<String> found = new TreeSet<>();
    for (String line : Files.readAllLines(list)) {
      String[] c = line.strip().replaceFirst(" .*", "").split(":");
      if (c.length == 5 && c[2].equals("jar")) {
        found.add(c[0] + ":" + c[1] + ":" + c[3]);
      } else if (c.length == 6) {
        found.add(c[0] + ":" + c[1] + ":" + c[4] + ":" + c[3]);
      }
    }
    return found;
  }

  private String text() {
    return """
        # Declared dependencies, compared

        Made by `girdle-bench/compare-declared`, which anyone can run; not edited by hand. The
        run-time dependencies of real programs, with those that Maven itself lists
        (`mvn dependency:list -DincludeScope=runtime`). Girdle resolves them with its own code, from
        the local repository only.

        | program | Maven | Girdle | compared |
        | --- | ---: | ---: | --- |
        %s
        """
        .formatted(String.join("\n", rows));
  }
}
