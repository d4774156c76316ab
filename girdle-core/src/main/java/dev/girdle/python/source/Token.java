package dev.girdle.python.source;

/**
 * A token of a source text.
 *
 * @param kind what it is
 * @param text a name or sign as it stands; the value of a string, up to what is put into it
 * @param end of a string into which something is put, the value behind the last such place
 * @param isWhole false for a string into which something is put
 * @param line where it begins, from 1
 */
record Token(Kind kind, String text, String end, boolean isWhole, int line) {
  /** What a token is. */
  enum Kind {
    /** A name or word of the language. */
    NAME,
    /** A text, formatted or not. */
    STRING,
    /** Bytes, or a number. */
    OTHER,
    /** An operator or delimiter. */
    SIGN
  }

  boolean is(String sign) {
    return kind == Kind.SIGN && text.equals(sign);
  }

  boolean isName(String name) {
    return kind == Kind.NAME && text.equals(name);
  }

  boolean isName() {
    return kind == Kind.NAME;
  }

  boolean isString() {
    return kind == Kind.STRING;
  }

  boolean opens() {
    return kind == Kind.SIGN && "([{".contains(text);
  }

  boolean closes() {
    return kind == Kind.SIGN && ")]}".contains(text);
  }
}
