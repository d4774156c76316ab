package dev.girdle.node.source;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Where a source text imports by a call (ECMAScript specification, "Import Calls").
 *
 * @param calls how many characters stand before each such word {@code import}, in order
 * @param areInTexts whether a text of it has one, too, which may become code when it runs: {@code
 *     new Function("name", "return import(name)")}
 */
public record DynamicImports(List<Integer> calls, boolean areInTexts) {
  /** There are none. */
  public static final DynamicImports NONE = new DynamicImports(List.of(), false);

  private static final String WORD = "import";

  private static final Pattern CALL = Pattern.compile("\\bimport\\s*\\(");
  private static final Set<Token.Kind> OF_TEXT =
      Set.of(
          Token.Kind.STRING,
          Token.Kind.TEXT,
          Token.Kind.TEXT_BEFORE,
          Token.Kind.TEXT_BETWEEN,
          Token.Kind.TEXT_BEHIND);

  /** Copies the list. */
  public DynamicImports {
    calls = List.copyOf(calls);
  }

  /**
   * Finds them.
   *
   * @param text a source text
   * @return those of the text itself, and whether there are others
   */
  public static DynamicImports of(String text) {
    if (!text.contains(WORD)) {
      return NONE;
    }
    List<Integer> calls = new ArrayList<>();
    boolean areInTexts = false;
    List<Token> tokens = Tokens.of(text);
    for (int i = 0; i < tokens.size(); i++) {
      Token token = tokens.get(i);
      if (OF_TEXT.contains(token.kind())) {
        areInTexts |= CALL.matcher(token.text()).find();
      } else if (isCall(tokens, i, text)) {
        calls.add(token.end() - WORD.length());
      }
    }
    return new DynamicImports(calls, areInTexts);
  }

  private static boolean isCall(List<Token> tokens, int i, String text) {
    Token token = tokens.get(i);
    int start = token.end() - WORD.length();
    return token.kind() == Token.Kind.NAME
        && token.is(WORD)
        && i + 1 < tokens.size()
        && tokens.get(i + 1).is("(")
        && (i == 0 || !tokens.get(i - 1).is("."))
        && start >= 0
        && text.startsWith(WORD, start);
  }
}
