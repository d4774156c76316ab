package dev.girdle.node.source;

import java.util.ArrayList;
import java.util.List;

/** Where a source text has the word {@code import} of a call (ECMAScript, "Import Calls"). */
public final class DynamicImports {
  private static final String WORD = "import";

  private DynamicImports() {}

  /**
   * Finds them.
   *
   * @param text a source text
   * @return how many characters stand before each, in order
   */
  public static List<Integer> of(String text) {
    if (!text.contains(WORD)) {
      return List.of();
    }
    List<Integer> found = new ArrayList<>();
    List<Token> tokens = Tokens.of(text);
    for (int i = 0; i + 1 < tokens.size(); i++) {
      Token token = tokens.get(i);
      boolean isProperty = i > 0 && tokens.get(i - 1).is(".");
      int start = token.end() - WORD.length();
      if (token.kind() == Token.Kind.NAME
          && token.is(WORD)
          && !isProperty
          && tokens.get(i + 1).is("(")
          && start >= 0
          && text.startsWith(WORD, start)) {
        found.add(start);
      }
    }
    return found;
  }
}
