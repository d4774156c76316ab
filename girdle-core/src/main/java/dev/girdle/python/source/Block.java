package dev.girdle.python.source;

import dev.girdle.python.source.Mention.Certainty;

/**
 * What a block is for those that stand in it.
 *
 * @param indent of its head
 * @param certainty how sure it is that code gets there, seen from outside of it
 * @param isSkipped whether it never runs
 * @param isFunction whether it is what a function does
 * @param insteadOf the module that is tried before; empty if none is
 */
record Block(
    int indent, Certainty certainty, boolean isSkipped, boolean isFunction, String insteadOf) {
  static final Block ALL = new Block(-1, Certainty.ALWAYS, false, false, "");

  /** A block of which nothing is to be said but how sure it is. */
  static Block of(int indent, Certainty certainty) {
    return new Block(indent, certainty, false, false, "");
  }

  /** The weaker of two. */
  static Certainty weaker(Certainty a, Certainty b) {
    return a.compareTo(b) >= 0 ? a : b;
  }
}
