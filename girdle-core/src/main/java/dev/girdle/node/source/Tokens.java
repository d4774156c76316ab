package dev.girdle.node.source;

import java.util.Arrays;

/**
 * The tokens of a source text, in their order. Comments are not among them. Whatever is asked of a
 * place before the first or behind the last is answered as if an empty sign stood there.
 */
final class Tokens {
  /** The sign of three dots. */
  static final char DOTS = '\u2026';

  /** The sign that leads from parameters to what a function does. */
  static final char ARROW = '\u21d2';

  /** The signs that count up or down. */
  static final char STEP = '\u00b1';

  private static final TokenKind[] KINDS = TokenKind.values();

  private byte[] kinds = new byte[256];
  private char[] signs = new char[256];
  private String[] texts = new String[256];
  private int[] lines = new int[256];
  private int[] ends = new int[256];
  private int size;

  /**
   * Cuts a text into tokens.
   *
   * @param text a script or module
   * @return all of them
   */
  static Tokens of(String text) {
    Tokens tokens = new Tokens();
    new Lexer(text, tokens).run();
    return tokens;
  }

  void add(TokenKind kind, char sign, String text, int line, int end) {
    if (size == kinds.length) {
      int more = size * 2;
      kinds = Arrays.copyOf(kinds, more);
      signs = Arrays.copyOf(signs, more);
      texts = Arrays.copyOf(texts, more);
      lines = Arrays.copyOf(lines, more);
      ends = Arrays.copyOf(ends, more);
    }
    kinds[size] = (byte) kind.ordinal();
    signs[size] = sign;
    texts[size] = text;
    lines[size] = line;
    ends[size] = end;
    size++;
  }

  /** How many there are. */
  int size() {
    return size;
  }

  private boolean has(int i) {
    return i >= 0 && i < size;
  }

  /** What a token is. */
  TokenKind kind(int i) {
    return has(i) ? KINDS[kinds[i]] : TokenKind.SIGN;
  }

  /** A name; the value of a string or of a part of a template; empty for all else. */
  String text(int i) {
    return has(i) ? texts[i] : "";
  }

  /** The line in which a token begins, from 1. */
  int line(int i) {
    return has(i) ? lines[i] : 0;
  }

  /** How many characters of the text stand before the end of a token. */
  int end(int i) {
    return has(i) ? ends[i] : 0;
  }

  /** The sign that a token is, each by one character; 0 if it is none. */
  char sign(int i) {
    return has(i) ? signs[i] : 0;
  }

  /** Whether a token is this sign. */
  boolean is(int i, char sign) {
    return has(i) && signs[i] == sign;
  }

  /** Whether a token is any name. */
  boolean isName(int i) {
    return has(i) && kinds[i] == TokenKind.NAME.ordinal();
  }

  /** Whether a token is this name. */
  boolean isName(int i, String name) {
    return isName(i) && texts[i].equals(name);
  }

  /** Whether a token is a text that nothing is put into. */
  boolean isText(int i) {
    TokenKind kind = kind(i);
    return kind == TokenKind.STRING || kind == TokenKind.TEXT;
  }

  /** Whether a bracket of any kind is opened. */
  boolean isOpening(int i) {
    char sign = sign(i);
    return sign == '(' || sign == '[' || sign == '{';
  }

  /** Whether a bracket of any kind is closed. */
  boolean isClosing(int i) {
    char sign = sign(i);
    return sign == ')' || sign == ']' || sign == '}';
  }
}
