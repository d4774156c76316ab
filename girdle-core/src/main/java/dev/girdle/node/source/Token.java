package dev.girdle.node.source;

/**
 * One token of a source text.
 *
 * @param kind what it is
 * @param text a name, a sign, a number as it is written; the value of a string or of a part of a
 *     template
 * @param line where it begins, from 1
 * @param end how many characters of the text stand before its end
 */
record Token(Kind kind, String text, int line, int end) {
  /** What tokens there are (ECMAScript specification, "Lexical Grammar"). */
  enum Kind {
    /** A name or a reserved word. */
    NAME,
    /** A sign. */
    SIGN,
    /** A string, by its value. */
    STRING,
    /** A template without anything put in, by its value. */
    TEXT,
    /** The part of a template before something that is put in; what is put in follows. */
    TEXT_BEFORE,
    /** The part of a template behind something that was put in, and before something else. */
    TEXT_BETWEEN,
    /** The part of a template behind the last that was put in. */
    TEXT_BEHIND,
    /** A number. */
    NUMBER,
    /** A regular expression. */
    PATTERN
  }

  boolean is(String sign) {
    return (kind == Kind.SIGN || kind == Kind.NAME) && text.equals(sign);
  }

  boolean isText() {
    return kind == Kind.STRING || kind == Kind.TEXT;
  }
}
