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
  private static final Set<TokenKind> OF_TEXT =
      Set.of(
          TokenKind.STRING,
          TokenKind.TEXT,
          TokenKind.TEXT_BEFORE,
          TokenKind.TEXT_BETWEEN,
          TokenKind.TEXT_BEHIND);

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
    Tokens tokens = Tokens.of(text);
    for (int i = 0; i < tokens.size(); i++) {
      if (OF_TEXT.contains(tokens.kind(i))) {
        areInTexts |= CALL.matcher(tokens.text(i)).find();
      } else if (isCall(tokens, i, text)) {
        calls.add(tokens.end(i) - WORD.length());
      }
    }
    return new DynamicImports(calls, areInTexts);
  }

  private static boolean isCall(Tokens tokens, int i, String text) {
    int start = tokens.end(i) - WORD.length();
    return tokens.isName(i, WORD)
        && tokens.is(i + 1, '(')
        && !tokens.is(i - 1, '.')
        && start >= 0
        && text.startsWith(WORD, start);
  }
}
