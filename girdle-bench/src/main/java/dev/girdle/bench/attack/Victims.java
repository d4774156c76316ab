package dev.girdle.bench.attack;

import dev.girdle.bench.Folders;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** Every kind of file that Girdle reads, in the world of the harbour office. */
final class Victims {
  private static final Set<Integer> OF_THE_APPLICATION = Set.of(0, 1);
  private static final Set<Integer> OF_THE_REQUEST = Set.of(0, 1, 2);
  private static final String MAIN = "org.ternhaven.bell.Main";

  private final World world;
  private final List<Victim> all = new ArrayList<>();

  private Victims(World world) {
    this.world = world;
  }

  static List<Victim> in(World world) throws IOException {
    Victims victims = new Victims(world);
    victims.application();
    victims.plans();
    victims.runtimes();
    victims.artifacts();
    victims.remembered();
    return victims.all;
  }

  private String at(String path) {
    return world.base().resolve(path).toString();
  }

  private List<String> on(String command, String... more) {
    List<String> words = new ArrayList<>(List.of(command, at("app"), "--entry", MAIN));
    words.addAll(List.of(more));
    return words;
  }

  private List<String> seal(String form) {
    return on(
        "seal",
        "--form",
        form,
        "--out",
        at("out"),
        "--as",
        "bell-" + form,
        "--replace",
        "--name",
        "bell",
        "--release",
        "1");
  }

  private void application() throws IOException {
    List<List<String>> folder = List.of(seal("folder"));
    List<List<String>> walks = List.of(on("survey"), on("closure", "--prune", "classes"));
    Path jar = world.app().resolve("lib/bell.jar");
    Path stored = world.app().resolve("lib/stored.jar");
    all.add(
        Victim.of(jar, "a jar, sealed as a folder", OF_THE_APPLICATION, folder)
            .looking(this::damageWentAlong));
    all.add(
        Victim.of(stored, "a jar that is not compressed", OF_THE_APPLICATION, folder)
            .looking(this::damageWentAlong));
    all.add(
        Victim.of(jar, "a jar, sealed as an archive", OF_THE_APPLICATION, List.of(seal("archive")))
            .looking(this::damageWentAlong));
    all.add(Victim.of(jar, "a jar, looked at", OF_THE_APPLICATION, walks));
    for (String part :
        List.of(
            "META-INF/MANIFEST.MF",
            "META-INF/services/org.ternhaven.bell.Bell",
            "berths.properties",
            "org/ternhaven/bell/Fog.class")) {
      all.add(
          Victim.of(
                  jar,
                  part + " in a jar",
                  OF_THE_APPLICATION,
                  List.of(walks.get(1), seal("folder")))
              .within(entry(jar, part), (f, b) -> jarOf(jar).with(part, b).write(f)));
    }
    Path main = world.app().resolve("classes/org/ternhaven/bell/Main.class");
    all.add(Victim.of(main, "a class file", OF_THE_REQUEST, walks));
    all.add(
        Victim.of(
            world.app().resolve("lib/libbell.so"),
            "native code (ELF)",
            OF_THE_APPLICATION,
            List.of(on("survey"), on("closure", "--target", "linux-x64"))));
    List<List<String>> project = List.of(List.of("closure", at("project")));
    all.add(
        Victim.of(
            world.base().resolve("project/pom.xml"),
            "a description of a build",
            OF_THE_REQUEST,
            project));
    all.add(
        Victim.of(
            world.base().resolve("repository/org/ternhaven/bell/1.0/bell-1.0.pom"),
            "a library's description",
            OF_THE_REQUEST,
            project));
  }

  private void plans() throws IOException {
    all.add(
        Victim.of(
            world.base().resolve("girdle.yaml"),
            "a plan",
            OF_THE_REQUEST,
            List.of(List.of("closure", at("girdle.yaml")))));
    all.add(
        Victim.of(
            world.base().resolve("seen.txt"),
            "evidence",
            OF_THE_REQUEST,
            List.of(on("closure", "--evidence", at("seen.txt")))));
  }

  private void runtimes() throws IOException {
    for (String archive : List.of("java.zip", "java.tgz")) {
      all.add(
          Victim.of(
                  world.base().resolve(archive),
                  "a Java that is put on the shelf, " + archive,
                  OF_THE_REQUEST,
                  List.of(List.of("runtimes", "--add", at(archive))))
              .looking(
                  (command, status, said) -> {
                    Path shelf = world.base().resolve("data/girdle/runtimes");
                    String left =
                        World.names(shelf).size() > 1
                            ? "the shelf holds " + World.names(shelf)
                            : "";
                    Folders.delete(shelf);
                    return left;
                  }));
    }
  }

  private void artifacts() throws IOException {
    for (String form : List.of("folder", "zip", "tgz", "executable", "archive")) {
      World.Outcome made = world.run(seal(form));
      if (made.status() != 0) {
        throw new IOException("cannot seal: " + made.said());
      }
      String artifact = at("kept-" + form);
      Files.move(world.base().resolve("out/bell-" + form), Path.of(artifact));
      List<List<String>> commands =
          List.of(
              List.of("inspect", artifact, "--files"),
              List.of("check", artifact),
              List.of("compare", artifact, artifact),
              List.of("report", artifact, "--out", at("pages"), "--as", "page.html"));
      Path file = Path.of(artifact);
      if (form.equals("folder")) {
        file = file.resolve("girdle-record.json");
      }
      String name = form.equals("folder") ? "a record" : "an artifact, " + form;
      all.add(Victim.of(file, name, OF_THE_APPLICATION, commands));
    }
  }

  /** What is remembered of jars must never change what is said of them. */
  private void remembered() throws IOException {
    String cache = System.getenv().getOrDefault("XDG_CACHE_HOME", "");
    if (cache.isEmpty()) {
      return;
    }
    List<String> command = on("closure", "--json");
    world.run(command);
    String right = world.run(command).said();
    try (Stream<Path> files = Files.walk(Path.of(cache, "girdle", "classes"))) {
      for (Path file : files.filter(Files::isRegularFile).sorted().limit(2).toList()) {
        all.add(
            Victim.of(file, "what is remembered of jars", Set.of(0), List.of(command))
                .looking((c, status, said) -> said.equals(right) ? "" : "it says something else"));
      }
    }
  }

  private String damageWentAlong(List<String> command, int status, String said) throws IOException {
    Path made = world.base().resolve("out/" + command.get(command.indexOf("--as") + 1));
    if (status != 0) {
      return "";
    }
    try (Stream<Path> files = Files.walk(made)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        if (file.toString().endsWith(".jar") || file.equals(made)) {
          readAll(file);
        }
      }
      return "";
    } catch (IOException e) {
      return "sealed with damage in it: " + e.getMessage();
    }
  }

  private static void readAll(Path jar) throws IOException {
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
        try (InputStream in = zip.getInputStream(all.nextElement())) {
          in.transferTo(OutputStream.nullOutputStream());
        }
      }
    }
  }

  private static byte[] entry(Path jar, String name) throws IOException {
    try (ZipFile zip = new ZipFile(jar.toFile());
        InputStream in = zip.getInputStream(zip.getEntry(name))) {
      return in.readAllBytes();
    }
  }

  /** The jar as it was made; its file is being damaged. */
  private static Jar jarOf(Path jar) throws IOException {
    Path copy = jar.resolveSibling("../../" + jar.getFileName() + ".whole");
    if (!Files.exists(copy)) {
      Files.copy(jar, copy);
    }
    Jar same = new Jar();
    try (ZipFile zip = new ZipFile(copy.toFile())) {
      for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
        ZipEntry entry = all.nextElement();
        try (InputStream in = zip.getInputStream(entry)) {
          same.with(entry.getName(), in.readAllBytes());
        }
      }
    }
    return same;
  }
}
