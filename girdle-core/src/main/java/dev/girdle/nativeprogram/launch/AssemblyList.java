package dev.girdle.nativeprogram.launch;

import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import java.util.List;
import java.util.function.Predicate;

/**
 * The list of an application's assemblies that .NET reads before it starts one ({@code
 * NAME.deps.json}). It starts nothing if one of them is not there, so what stays behind has to go
 * from the list.
 */
final class AssemblyList {
  /** What such lists are called. */
  static final String ENDING = ".deps.json";

  private static final List<String> KINDS = List.of("runtime", "native", "resources");
  private static final ObjectMapper JSON = new ObjectMapper();

  private AssemblyList() {}

  /**
   * The list without what stays behind.
   *
   * @param list as it was
   * @param goesAlong whether a file of a name does
   * @return the same if all of it goes along
   */
  static Content of(Content list, Predicate<String> goesAlong) throws IOException {
    JsonNode root;
    try (InputStream in = list.open()) {
      root = JSON.readTree(in);
    }
    boolean[] changed = new boolean[1];
    for (JsonNode target : root.path("targets")) {
      for (JsonNode library : target) {
        for (String kind : KINDS) {
          if (library.get(kind) instanceof ObjectNode files) {
            changed[0] |= without(files, goesAlong);
          }
        }
      }
    }
    if (!changed[0]) {
      return list;
    }
    DefaultPrettyPrinter lines =
        new DefaultPrettyPrinter().withObjectIndenter(new DefaultIndenter("  ", "\n"));
    return Content.of(JSON.writer(lines).writeValueAsBytes(root));
  }

  private static boolean without(ObjectNode files, Predicate<String> goesAlong) {
    boolean isChanged = false;
    for (Iterator<String> names = files.fieldNames(); names.hasNext(); ) {
      if (!goesAlong.test(Paths.fileName(names.next()))) {
        names.remove();
        isChanged = true;
      }
    }
    return isChanged;
  }
}
