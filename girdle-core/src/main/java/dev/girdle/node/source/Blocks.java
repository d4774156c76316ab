package dev.girdle.node.source;

import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.Deque;
import java.util.Set;

/** Which tokens stand where a failure is caught, and which are always come to. */
final class Blocks {
  /** Before a brace, these say that what follows is an object and no block. */
  private static final String BEFORE_OBJECTS = "=(,:[?&|!" + Tokens.DOTS;

  /** On a line of their own begin, these begin a statement. */
  private static final Set<String> FIRST =
      Set.of("const", "let", "var", "function", "class", "async", "module", "exports", "import");

  private final Tokens tokens;
  private final BitSet guarded = new BitSet();
  private final BitSet conditional = new BitSet();

  Blocks(Tokens tokens) {
    this.tokens = tokens;
    Deque<Boolean> isBlock = new ArrayDeque<>();
    int depth = 0;
    for (int i = 0; i < tokens.size(); i++) {
      if (tokens.is(i, '{')) {
        boolean block =
            BEFORE_OBJECTS.indexOf(tokens.sign(i - 1)) < 0 && !tokens.isName(i - 1, "return");
        isBlock.push(block);
        depth += block ? 1 : 0;
      } else if (tokens.is(i, '}') && !isBlock.isEmpty()) {
        depth -= isBlock.pop() ? 1 : 0;
      } else if (tokens.isName(i, "try")) {
        guard(i + 1);
      }
      conditional.set(i, depth > 0);
    }
  }

  /** A block behind {@code try} that something catches for. */
  private void guard(int open) {
    if (!tokens.is(open, '{')) {
      return;
    }
    int depth = 0;
    for (int i = open; i < tokens.size(); i++) {
      depth += tokens.is(i, '{') ? 1 : tokens.is(i, '}') ? -1 : 0;
      if (depth == 0) {
        if (tokens.isName(i + 1, "catch")) {
          guarded.set(open, i);
        }
        return;
      }
    }
  }

  boolean isGuarded(int i) {
    return guarded.get(i);
  }

  /** Not in a block or function, and nothing is asked before it in the same statement. */
  boolean isUnconditional(int i) {
    if (conditional.get(i)) {
      return false;
    }
    for (int j = i - 1; j >= 0 && i - j < 200; j--) {
      boolean isNewLine = tokens.line(j + 1) > tokens.line(j);
      boolean isFirst = isNewLine && tokens.isName(j + 1) && FIRST.contains(tokens.text(j + 1));
      char sign = tokens.sign(j);
      if (isFirst || sign == ';' || sign == '}' && isNewLine) {
        return true;
      }
      boolean isQuestion =
          sign == '?'
              || sign == Tokens.ARROW
              || tokens.isName(j, "if")
              || tokens.isName(j, "while");
      boolean isBoth = (sign == '&' || sign == '|') && tokens.is(j - 1, sign);
      if (isQuestion || isBoth) {
        return false;
      }
    }
    return true;
  }
}
