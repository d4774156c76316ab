package dev.girdle.python.source;

import java.util.ArrayDeque;
import java.util.Deque;
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

  /**
   * The bracket that each token stands in, told of all at once: lines can hold many thousands.
   *
   * @return places in the line; -1 for what stands in none
   */
  int[] openers() {
    int[] openers = new int[tokens.size()];
    Deque<Integer> open = new ArrayDeque<>();
    for (int i = 0; i < openers.length; i++) {
      if (tokens.get(i).closes()) {
        open.poll();
      }
      openers[i] = open.isEmpty() ? -1 : open.peek();
      if (tokens.get(i).opens()) {
        open.push(i);
      }
    }
    return openers;
  }

  int size() {
    return tokens.size();
  }
}
