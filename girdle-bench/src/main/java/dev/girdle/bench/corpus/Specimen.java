package dev.girdle.bench.corpus;

import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;

/**
 * A real program of the corpus with a real job to do.
 *
 * @param folder where its description lies; its name is the program's name
 * @param about what its description says
 */
record Specimen(Path folder, About about) {
  /**
   * The description in {@code program.yaml}.
   *
   * @param batch the batch it came in with, from 1
   * @param kind what kind of program it is
   * @param libraries coordinates, {@code group:artifact:version} with a classifier if there is one
   * @param without {@code group:artifact} of libraries that must not come along
   * @param processors coordinates of annotation processors for its own code
   * @param entry its main class
   * @param options options for Java that it needs
   * @param steps the arguments of each start that its job takes
   * @param expect patterns that its output has to hold on the plain class path
   * @param display whether it needs a display
   */
  record About(
      int batch,
      String kind,
      List<String> libraries,
      List<String> without,
      List<String> processors,
      String entry,
      List<String> options,
      List<List<String>> steps,
      List<String> expect,
      boolean display) {
    About {
      without = without == null ? List.of() : without;
      processors = processors == null ? List.of() : processors;
      options = options == null ? List.of() : options;
    }
  }

  static List<Specimen> all(Path corpus) throws IOException {
    List<Specimen> all = new ArrayList<>();
    try (Stream<Path> folders = Files.list(corpus)) {
      for (Path folder : folders.sorted().toList()) {
        Path file = folder.resolve("program.yaml");
        if (Files.isRegularFile(file)) {
          Object tree =
              new Yaml(new SafeConstructor(new LoaderOptions())).load(Files.readString(file));
          all.add(new Specimen(folder, new JsonMapper().convertValue(tree, About.class)));
        }
      }
    }
    return all;
  }

  String name() {
    return folder.getFileName().toString();
  }

  /** Whether it has code of its own, and is not only somebody's tool. */
  boolean hasCode() {
    return Files.isDirectory(folder.resolve("src"));
  }

  /** The files that its job works on, by their paths. */
  Map<String, String> inputs() throws IOException {
    Path inputs = folder.resolve("input");
    Map<String, String> files = new TreeMap<>();
    if (Files.isDirectory(inputs)) {
      try (Stream<Path> found = Files.walk(inputs)) {
        for (Path file : found.filter(Files::isRegularFile).toList()) {
          files.put(
              inputs.relativize(file).toString(),
              Files.readString(file, StandardCharsets.ISO_8859_1));
        }
      }
    }
    return files;
  }
}
