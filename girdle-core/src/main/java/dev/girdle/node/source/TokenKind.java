package dev.girdle.node.source;

/** What tokens there are (ECMAScript specification, "Lexical Grammar"). */
enum TokenKind {
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
