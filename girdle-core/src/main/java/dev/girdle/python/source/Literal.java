package dev.girdle.python.source;

/**
 * A string literal (Language Reference, 2.4.1 "String and Bytes literals", 2.4.3 "f-strings"), read
 * from its first quote on. Of a formatted one, what stands before the first and behind the last
 * place that something is put into is kept.
 */
final class Literal {
  private final String text;
  private final boolean isRaw;
  private final boolean isFormatted;
  private final StringBuilder value = new StringBuilder();
  private String begin;
  private int at;

  private Literal(String text, int at, boolean isRaw, boolean isFormatted) {
    this.text = text;
    this.at = at;
    this.isRaw = isRaw;
    this.isFormatted = isFormatted;
  }

  /**
   * Reads one.
   *
   * @param text the source text
   * @param at where its first quote stands
   * @param prefix what stands before that, in small letters
   */
  static Literal read(String text, int at, String prefix) {
    boolean formatted = prefix.indexOf('f') >= 0 || prefix.indexOf('t') >= 0;
    Literal literal = new Literal(text, at, prefix.indexOf('r') >= 0, formatted);
    literal.read();
    return literal;
  }

  /** Where the text goes on behind it. */
  int end() {
    return at;
  }

  boolean isWhole() {
    return begin == null;
  }

  String begin() {
    return begin == null ? value.toString() : begin;
  }

  /** What stands behind the last place that something is put into; empty if there is none. */
  String rest() {
    return begin == null ? "" : value.toString();
  }

  private void read() {
    char quote = text.charAt(at);
    boolean isTriple = text.startsWith(String.valueOf(quote).repeat(3), at);
    String close = String.valueOf(quote).repeat(isTriple ? 3 : 1);
    at += close.length();
    while (at < text.length()) {
      char c = text.charAt(at);
      if (text.startsWith(close, at)) {
        at += close.length();
        return;
      }
      if (c == '\n' && !isTriple) {
        return; // an error of syntax; what follows is read as it is
      }
      if (c == '\\') {
        escape();
      } else if (isFormatted && (c == '{' || c == '}')) {
        brace(c);
      } else {
        value.append(c);
        at++;
      }
    }
  }

  private void brace(char c) {
    if (at + 1 < text.length() && text.charAt(at + 1) == c) {
      value.append(c);
      at += 2;
    } else if (c == '{') {
      if (begin == null) {
        begin = value.toString();
      }
      value.setLength(0);
      at = afterField(at + 1);
    } else {
      at++;
    }
  }

  /** Behind the brace that ends what is put in, which may hold strings and brackets of its own. */
  private int afterField(int from) {
    int depth = 1;
    int i = from;
    while (i < text.length()) {
      char c = text.charAt(i);
      if (c == '{' || c == '[' || c == '(') {
        depth++;
      } else if (c == '}' || c == ']' || c == ')') {
        depth--;
        if (depth == 0) {
          return i + 1;
        }
      } else if (c == '\'' || c == '"') {
        Literal inner = read(text, i, "");
        i = inner.at - 1;
      }
      i++;
    }
    return i;
  }

  private void escape() {
    char next = at + 1 < text.length() ? text.charAt(at + 1) : ' ';
    if (isRaw) {
      value.append('\\').append(next);
      at += 2;
      return;
    }
    at += 2;
    switch (next) {
      case '\n' -> {}
      case 'n' -> value.append('\n');
      case 't' -> value.append('\t');
      case 'r' -> value.append('\r');
      case '\\', '\'', '"' -> value.append(next);
      case 'x' -> code(2);
      case 'u' -> code(4);
      case 'U' -> code(8);
      default -> value.append('\\').append(next);
    }
  }

  private void code(int digits) {
    int end = Math.min(at + digits, text.length());
    try {
      value.appendCodePoint(Integer.parseInt(text.substring(at, end), 16));
      at = end;
    } catch (IllegalArgumentException e) {
      value.append('?'); // an error of syntax
    }
  }
}
