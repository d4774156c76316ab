package dev.girdle.bench.corpus;

import dev.girdle.bench.Folders;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.ToolProvider;

/** Brings a program of the corpus together: libraries by Maven, its own code by the compiler. */
final class Supply {
  private final Path work;

  Supply(Path work) {
    this.work = work;
  }

  /**
   * The application as its makers would hand it over: their own jar, and the libraries in {@code
   * lib}.
   *
   * @param specimen the program
   * @return its folder; made anew only if the description has changed
   * @throws IOException if libraries cannot be had or its code does not compile
   */
  Path app(Specimen specimen) throws IOException, InterruptedException {
    Path place = work.resolve(specimen.name());
    Path app = place.resolve("app");
    String wanted = pom(specimen);
    Path pom = place.resolve("pom.xml");
    if (!Files.exists(pom) || !Files.readString(pom).equals(wanted)) {
      Folders.delete(app);
      Files.createDirectories(app.resolve("lib"));
      fetch(place, wanted, app.resolve("lib"));
      Files.writeString(pom, wanted);
    }
    if (specimen.hasCode()) {
      compile(specimen, place, app);
    }
    return app;
  }

  private static String pom(Specimen specimen) {
    return pom(specimen.about().libraries(), specimen.about().without());
  }

  private static String pom(List<String> libraries, List<String> without) {
    String exclusions =
        without.stream()
            .map(w -> w.split(":"))
            .map(
                w ->
                    "<exclusion><groupId>%s</groupId><artifactId>%s</artifactId></exclusion>"
                        .formatted(w[0], w[1]))
            .collect(Collectors.joining("", "<exclusions>", "</exclusions>"));
    String dependencies =
        libraries.stream()
            .map(l -> l.split(":"))
            .map(
                l ->
                    ("<dependency><groupId>%s</groupId><artifactId>%s</artifactId>"
                            + "<version>%s</version>%s%s</dependency>\n")
                        .formatted(
                            l[0],
                            l[1],
                            l[2],
                            l.length > 3 ? "<classifier>" + l[3] + "</classifier>" : "",
                            without.isEmpty() ? "" : exclusions))
            .collect(Collectors.joining());
    return """
        <project xmlns="http://maven.apache.org/POM/4.0.0">
        <modelVersion>4.0.0</modelVersion>
        <groupId>org.ternhaven</groupId><artifactId>specimen</artifactId><version>1</version>
        <dependencies>
        %s</dependencies>
        </project>
        """
        .formatted(dependencies);
  }

  private static void fetch(Path place, String pom, Path into)
      throws IOException, InterruptedException {
    Path temporary = place.resolve("fetch.xml");
    Files.writeString(temporary, pom);
    run(
        List.of(
            "mvn",
            "-q",
            "-B",
            "-f",
            temporary.toString(),
            "org.apache.maven.plugins:maven-dependency-plugin:3.8.1:copy-dependencies",
            "-DincludeScope=runtime",
            "-DoutputDirectory=" + into));
    Files.delete(temporary);
  }

  private static void compile(Specimen specimen, Path place, Path app)
      throws IOException, InterruptedException {
    Path classes = place.resolve("classes");
    Folders.delete(classes);
    Files.createDirectories(classes);
    List<String> words = new ArrayList<>(List.of("-nowarn", "--release", "17", "-parameters"));
    words.addAll(List.of("-d", classes.toString(), "-cp", jarsIn(app.resolve("lib"))));
    if (specimen.about().processors().isEmpty()) {
      words.add("-proc:none");
    } else {
      Path processors = place.resolve("processors");
      if (!Files.exists(processors)) {
        fetch(place, pom(specimen.about().processors(), List.of()), processors);
      }
      words.addAll(List.of("-processorpath", jarsIn(processors)));
    }
    try (Stream<Path> sources = Files.walk(specimen.folder().resolve("src"))) {
      sources.filter(s -> s.toString().endsWith(".java")).forEach(s -> words.add(s.toString()));
    }
    if (ToolProvider.getSystemJavaCompiler().run(null, null, null, words.toArray(String[]::new))
        != 0) {
      throw new IOException(specimen.name() + " does not compile");
    }
    // as a build leaves it there
    Path description = classes.resolve("META-INF/maven/org.ternhaven/" + specimen.name());
    Files.createDirectories(description);
    Files.writeString(
        description.resolve("pom.xml"),
        pom(specimen).replace("<artifactId>specimen<", "<artifactId>" + specimen.name() + "<"));
    List<String> jar = new ArrayList<>();
    jar.addAll(List.of("--create", "--date=2026-01-01T00:00:00Z"));
    jar.addAll(List.of("--file", app.resolve(specimen.name() + ".jar").toString()));
    jar.addAll(List.of("--main-class", specimen.about().entry()));
    jar.addAll(List.of("-C", classes.toString(), "."));
    Path resources = specimen.folder().resolve("resources");
    if (Files.isDirectory(resources)) {
      jar.addAll(List.of("-C", resources.toString(), "."));
    }
    java.util.spi.ToolProvider.findFirst("jar")
        .orElseThrow()
        .run(System.err, System.err, jar.toArray(String[]::new));
  }

  private static String jarsIn(Path folder) throws IOException {
    try (Stream<Path> jars = Files.list(folder)) {
      return jars.map(Path::toString).sorted().collect(Collectors.joining(File.pathSeparator));
    }
  }

  static void run(List<String> command) throws IOException, InterruptedException {
    Path log = Files.createTempFile("girdle-corpus", ".log");
    Process process =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start();
    process.getOutputStream().close();
    int status = process.waitFor();
    String said = Files.readString(log);
    Files.delete(log);
    if (status != 0) {
      throw new IOException(command + "\n" + said);
    }
  }
}
