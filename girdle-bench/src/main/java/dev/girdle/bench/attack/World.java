package dev.girdle.bench.attack;

import dev.girdle.cli.Main;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.GZIPOutputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;

/**
 * The small programs of the harbour office that are attacked, in a folder of their own.
 *
 * @param base everything lies below it; what appears beside is an escape
 * @param environment of the commands that are run
 */
record World(Path base, Map<String, String> environment) {
  private static final String MAIN =
      """
      package org.ternhaven.bell;
      public class Main {
        public static void main(String[] args) throws Exception {
          for (Bell bell : java.util.ServiceLoader.load(Bell.class)) System.out.println(bell.ring());
          System.out.println(new String(Main.class.getResourceAsStream("/berths.properties").readAllBytes()));
          Class.forName("org.ternhaven.bell.Fog");
        }
      }
      """;

  /** Makes the programs in an empty folder. */
  static World in(Path base) throws IOException {
    Map<String, String> environment = new TreeMap<>(System.getenv());
    environment.put("HOME", base.resolve("home").toString());
    environment.put("XDG_DATA_HOME", base.resolve("data").toString());
    environment.put("GIRDLE_LOCAL_REPOSITORY", base.resolve("repository").toString());
    World world = new World(base, environment);
    world.makeFlat();
    world.makeProject();
    world.makeRuntimes();
    return world;
  }

  /** What lies in a folder; nothing if it is none. */
  static List<String> names(Path folder) throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(folder)) {
      return all.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  Path app() {
    return base.resolve("app");
  }

  private void makeFlat() throws IOException {
    Path classes = base.resolve("compiled");
    Compiled.to(
        classes,
        MAIN,
        "package org.ternhaven.bell; public interface Bell { String ring(); }",
        "package org.ternhaven.bell; public class Deep implements Bell {"
            + " public String ring() { return \"dong\"; } }",
        "package org.ternhaven.bell; @Deprecated public enum Fog { THIN, THICK;"
            + " static final java.util.Map<String, Fog> ALL = new java.util.HashMap<>(); }");
    Files.createDirectories(app().resolve("lib"));
    Files.createDirectories(app().resolve("classes/org/ternhaven/bell"));
    for (String name : List.of("Main", "Bell")) {
      String path = "org/ternhaven/bell/" + name + ".class";
      Files.copy(classes.resolve(path), app().resolve("classes").resolve(path));
      Files.delete(classes.resolve(path));
    }
    jar(classes, false).write(app().resolve("lib/bell.jar"));
    jar(classes, true).with("more", "stored").write(app().resolve("lib/stored.jar"));
    Files.copy(Path.of("/bin/true"), app().resolve("lib/libbell.so"));
    Files.writeString(
        base.resolve("girdle.yaml"),
        """
        girdle: 1
        application:
          from: app
        identity:
          name: bell
          title: The bell of Ternhaven
          release: "1.2"
        entries:
          bell:
            start: org.ternhaven.bell.Main
            arguments: ["a b", "c"]
            environment: {BELL: "low water"}
        contents:
          prune: files
          always: ["org.ternhaven.bell.Fog"]
          missing-ok: [{what: "org.none.*", note: not used}]
        forms:
          - folder
          - {form: archive, as: "{name}-{release}.jar"}
        out: planned
        """);
    Files.writeString(
        base.resolve("seen.txt"), "org.ternhaven.bell.Deep\norg.ternhaven.bell.Fog\n");
  }

  private static Jar jar(Path classes, boolean stored) throws IOException {
    Jar jar = stored ? new Jar().stored() : new Jar();
    return jar.manifest("Implementation-Title: bell", "Class-Path: other.jar")
        .folder(classes)
        .with("META-INF/services/org.ternhaven.bell.Bell", "org.ternhaven.bell.Deep\n")
        .with("berths.properties", "berths=7\nbell=org.ternhaven.bell.Fog\n");
  }

  private void makeProject() throws IOException {
    Path project = base.resolve("project");
    Files.createDirectories(project.resolve("target/classes/org/ternhaven/bell"));
    Path compiled =
        Compiled.to(
            base.resolve("other"), "public class One { public static void main(String[] a) { } }");
    Files.copy(compiled.resolve("One.class"), project.resolve("target/classes/One.class"));
    Files.writeString(project.resolve("pom.xml"), pom("tides", dependency("bell")));
    Path there = base.resolve("repository/org/ternhaven/bell/1.0");
    Files.createDirectories(there);
    Files.writeString(there.resolve("bell-1.0.pom"), pom("bell", ""));
    Files.copy(app().resolve("lib/bell.jar"), there.resolve("bell-1.0.jar"));
  }

  private static String pom(String artifact, String dependencies) {
    return "<project><modelVersion>4.0.0</modelVersion><groupId>org.ternhaven</groupId><artifactId>"
        + artifact
        + "</artifactId><version>1.0</version><properties><v>1.0</v></properties><dependencies>"
        + dependencies
        + "</dependencies></project>";
  }

  private static String dependency(String artifact) {
    return "<dependency><groupId>org.ternhaven</groupId><artifactId>"
        + artifact
        + "</artifactId><version>${v}</version></dependency>";
  }

  private void makeRuntimes() throws IOException {
    String release = "JAVA_VERSION=\"17.0.1\"\nOS_NAME=\"Linux\"\nOS_ARCH=\"x86_64\"\n";
    new Jar()
        .with("jdk/release", release)
        .with("jdk/lib/modules", "none\n")
        .with("jdk/bin/java", "#!/bin/sh\n")
        .write(base.resolve("java.zip"));
    try (OutputStream out = Files.newOutputStream(base.resolve("java.tgz"));
        TarArchiveOutputStream tar = new TarArchiveOutputStream(new GZIPOutputStream(out))) {
      for (Map.Entry<String, String> file :
          Map.of("jdk/release", release, "jdk/lib/modules", "none\n").entrySet()) {
        TarArchiveEntry entry = new TarArchiveEntry(file.getKey());
        byte[] bytes = file.getValue().getBytes(StandardCharsets.UTF_8);
        entry.setSize(bytes.length);
        tar.putArchiveEntry(entry);
        tar.write(bytes);
        tar.closeArchiveEntry();
      }
    }
  }

  /**
   * What a command came to.
   *
   * @param status its exit status
   * @param said what it printed on both streams
   */
  record Outcome(int status, String said) {}

  /** Runs a command in this process. */
  Outcome run(List<String> command) {
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    PrintStream stream = new PrintStream(said, true, StandardCharsets.UTF_8);
    List<String> words = new ArrayList<>(command);
    if (Boolean.getBoolean("attack.debug")) {
      words.add("--debug"); // to find out where a finding comes from
    }
    int status = Main.run(stream, stream, false, environment, words.toArray(String[]::new));
    return new Outcome(status, said.toString(StandardCharsets.UTF_8));
  }
}
