package dev.girdle.python.source;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Functions of a module that nothing calls but its main block, so that they never run where it is
 * only imported: private ones, since others leave these alone.
 */
final class UnusedFunctions {
  private static final Set<String> OF_MAIN_BLOCKS = Set.of("main", "test", "_main", "_test");

  private UnusedFunctions() {}

  static Set<String> of(List<LogicalLine> lines, Starting starting) {
    Set<String> candidates = new HashSet<>();
    for (LogicalLine line : lines) {
      boolean isDefinition = line.indent() == 0 && line.first().isName("def");
      String name = line.at(1).text();
      boolean isPrivate = name.startsWith("_") && !name.startsWith("__");
      boolean isOfMain = starting == Starting.OF_LIBRARY && OF_MAIN_BLOCKS.contains(name);
      if (isDefinition && (isPrivate || isOfMain)) {
        candidates.add(name);
      }
    }
    if (candidates.isEmpty()) {
      return candidates;
    }
    Map<String, Integer> uses = new HashMap<>();
    boolean isMain = false;
    for (LogicalLine line : lines) {
      if (line.indent() == 0) {
        isMain = line.first().isName("if") && line.at(1).isName("__name__");
      }
      for (int i = 0; i < line.size() && !isMain; i++) {
        Token token = line.at(i);
        boolean isDefined = i > 0 && line.at(i - 1).isName("def");
        if ((token.isName() || token.isString())
            && !isDefined
            && candidates.contains(token.text())) {
          uses.merge(token.text(), 1, Integer::sum);
        }
      }
    }
    candidates.removeAll(uses.keySet());
    return candidates;
  }
}
