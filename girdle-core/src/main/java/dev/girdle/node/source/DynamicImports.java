package dev.girdle.node.source;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/** Where a source text has the word {@code import} of a call (ECMAScript, "Import Calls"). */
public final class DynamicImports {
  private static final String WORD = "import";

  private static final Pattern CALL = Pattern.compile("\\bimport\\s*\\(");
  private static final Set<Token.Kind> OF_TEXT =
      Set.of(
          Token.Kind.STRING,
          Token.Kind.TEXT,
          Token.Kind.TEXT_BEFORE,
          Token.Kind.TEXT_BETWEEN,
          Token.Kind.TEXT_BEHIND);

  private DynamicImports() {}

  /**
   * Whether it has one in a text of its own, which may become code when it runs.
   *
   * @param text a source text
   * @return true for {@code new Function("name", "return import(name)")}
   */
  public static boolean areInTexts(String text) {
    return CALL.matcher(text).find()
        && Tokens.of(text).stream()
            .filter(t -> OF_TEXT.contains(t.kind()))
            .anyMatch(t -> CALL.matcher(t.text()).find());
  }

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
