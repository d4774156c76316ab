package dev.girdle.python.source;

import java.util.List;

/**
 * A statement, or the head of one that has a block.
 *
 * @param indent how far it is indented; what stands behind the colon of a head on the same line is
 *     half a step further in
 * @param tokens at least one
 */
record LogicalLine(int indent, List<Token> tokens) {
  private static final Token NONE = new Token(Token.Kind.SIGN, "", "", true, 0);

  Token at(int i) {
    return i >= 0 && i < tokens.size() ? tokens.get(i) : NONE;
  }

  Token first() {
    return tokens.get(0);
  }

  int size() {
    return tokens.size();
  }
}
