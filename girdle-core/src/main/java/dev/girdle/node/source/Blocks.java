package dev.girdle.node.source;

import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;
import java.util.Set;

/** Which tokens stand where a failure is caught, and which are always come to. */
final class Blocks {
  /** Before a brace, these say that what follows is an object and no block. */
  private static final Set<String> BEFORE_OBJECTS =
      Set.of("=", "(", ",", ":", "[", "return", "?", "&", "|", "!", "...");

  /** On a line of their own begin, these begin a statement. */
  private static final Set<String> FIRST =
      Set.of("const", "let", "var", "function", "class", "async", "module", "exports", "import");

  private final List<Token> tokens;
  private final BitSet guarded = new BitSet();
  private final BitSet conditional = new BitSet();

  Blocks(List<Token> tokens) {
    this.tokens = tokens;
    Deque<Boolean> isBlock = new ArrayDeque<>();
    int depth = 0;
    for (int i = 0; i < tokens.size(); i++) {
      Token token = tokens.get(i);
      if (token.is("{")) {
        boolean block = i == 0 || !BEFORE_OBJECTS.contains(tokens.get(i - 1).text());
        isBlock.push(block);
        depth += block ? 1 : 0;
      } else if (token.is("}") && !isBlock.isEmpty()) {
        depth -= isBlock.pop() ? 1 : 0;
      } else if (token.kind() == Token.Kind.NAME && token.text().equals("try")) {
        guard(i + 1);
      }
      conditional.set(i, depth > 0);
    }
  }

  /** A block behind {@code try} that something catches for. */
  private void guard(int open) {
    if (open >= tokens.size() || !tokens.get(open).is("{")) {
      return;
    }
    int depth = 0;
    for (int i = open; i < tokens.size(); i++) {
      depth += tokens.get(i).is("{") ? 1 : tokens.get(i).is("}") ? -1 : 0;
      if (depth == 0) {
        if (i + 1 < tokens.size() && tokens.get(i + 1).is("catch")) {
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
      Token token = tokens.get(j);
      Token next = tokens.get(j + 1);
      boolean isFirst = next.line() > token.line() && FIRST.contains(next.text());
      if (isFirst || token.is(";") || token.is("}") && tokens.get(j + 1).line() > token.line()) {
        return true;
      }
      boolean isQuestion = token.is("?") || token.is("if") || token.is("while") || token.is("=>");
      boolean isBoth =
          (token.is("&") || token.is("|"))
              && j > 0
              && tokens.get(j - 1).text().equals(token.text());
      if (isQuestion || isBoth) {
        return false;
      }
    }
    return true;
  }
}
