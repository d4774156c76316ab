package dev.girdle.python.source;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Cuts a source text into logical lines of tokens (Language Reference, 2.1 "Line structure").
 * Comments are left out. Several statements of one line become several lines, and what stands
 * behind the colon of a head becomes a line further in.
 *
 * <p>Never fails: a character that begins no token is passed over. Time and memory grow with the
 * text.
 */
final class Lexer {
  private static final int TAB = 8;

  private final String text;
  private final List<LogicalLine> lines = new ArrayList<>();
  private List<Token> current = new ArrayList<>();
  private int indent;
  private int at;
  private int line = 1;
  private int depth;

  /** Whether a colon of the line ends the head of a compound statement. */
  private boolean isHead;

  private int lambdas;

  private Lexer(String text) {
    this.text = text;
  }

  static List<LogicalLine> lines(String text) {
    Lexer lexer = new Lexer(text);
    lexer.run();
    return lexer.lines;
  }

  private void run() {
    startLine();
    while (at < text.length()) {
      next();
    }
    endLine();
  }

  /** Measures how far the line is indented; empty lines do not count. */
  private void startLine() {
    int column = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == ' ') {
        column++;
      } else if (c == '\t') {
        column = (column / TAB + 1) * TAB;
      } else if (c == '\f') {
        column = 0;
      } else {
        break;
      }
      at++;
    }
    indent = column * 2;
  }

  private void endLine() {
    if (!current.isEmpty()) {
      lines.add(new LogicalLine(indent, List.copyOf(current)));
      current = new ArrayList<>();
    }
    isHead = false;
    lambdas = 0;
  }

  private void next() {
    char c = text.charAt(at);
    if (c == '\n' || c == '\r') {
      boolean isTwo = c == '\r' && at + 1 < text.length() && text.charAt(at + 1) == '\n';
      at += isTwo ? 2 : 1;
      line++;
      if (depth == 0) {
        endLine();
        startLine();
      }
    } else if (c == '#') {
      while (at < text.length() && text.charAt(at) != '\n' && text.charAt(at) != '\r') {
        at++;
      }
    } else if (c == '\\') {
      at++;
      if (at < text.length() && text.charAt(at) == '\r') {
        at++;
      }
      if (at < text.length() && text.charAt(at) == '\n') {
        at++;
        line++;
      }
    } else if (c == '"' || c == '\'') {
      string(at, "");
    } else if (Character.isUnicodeIdentifierStart(c) || c == '_') {
      name();
    } else if (Character.isDigit(c)) {
      number();
    } else if (c <= ' ') {
      at++;
    } else {
      sign(c);
    }
  }

  private void string(int quote, String prefix) {
    int first = line;
    Literal literal = Literal.read(text, quote, prefix);
    for (int i = quote; i < literal.end(); i++) {
      line += text.charAt(i) == '\n' ? 1 : 0;
    }
    at = literal.end();
    if (prefix.indexOf('b') >= 0) {
      current.add(new Token(Token.Kind.OTHER, "", "", true, first));
      return;
    }
    Token last = current.isEmpty() ? null : current.get(current.size() - 1);
    Token token =
        new Token(Token.Kind.STRING, literal.begin(), literal.rest(), literal.isWhole(), first);
    if (last != null && last.isString()) {
      current.set(current.size() - 1, joined(last, token));
    } else {
      current.add(token);
    }
  }

  /** Literals that stand beside each other are one. */
  private static Token joined(Token a, Token b) {
    if (a.isWhole()) {
      return new Token(a.kind(), a.text() + b.text(), b.end(), b.isWhole(), a.line());
    }
    String end = b.isWhole() ? a.end() + b.text() : b.end();
    return new Token(a.kind(), a.text(), end, false, a.line());
  }

  private void name() {
    int from = at;
    while (at < text.length() && Character.isUnicodeIdentifierPart(text.charAt(at))) {
      at++;
    }
    String name = text.substring(from, at);
    boolean isQuote = at < text.length() && (text.charAt(at) == '"' || text.charAt(at) == '\'');
    if (isQuote && name.length() <= 2 && name.toLowerCase(Locale.ROOT).matches("[rbuft]+")) {
      string(at, name.toLowerCase(Locale.ROOT));
      return;
    }
    if (current.isEmpty()) {
      isHead = Heads.isOne(name);
    } else if (current.size() == 1 && current.get(0).isName("async")) {
      isHead = Heads.isOne(name);
    }
    lambdas += depth == 0 && name.equals("lambda") ? 1 : 0;
    current.add(new Token(Token.Kind.NAME, name, "", true, line));
  }

  private void number() {
    while (at < text.length()
        && (Character.isLetterOrDigit(text.charAt(at))
            || text.charAt(at) == '_'
            || text.charAt(at) == '.')) {
      at++;
    }
    current.add(new Token(Token.Kind.OTHER, "", "", true, line));
  }

  private void sign(char c) {
    at++;
    if ("([{".indexOf(c) >= 0) {
      depth++;
    } else if (")]}".indexOf(c) >= 0) {
      depth = Math.max(0, depth - 1);
    } else if (c == ';' && depth == 0) {
      endLine(); // what follows stands as far in
      return;
    } else if (c == ':' && depth == 0) {
      colon();
      return;
    }
    if (c == '=' && at < text.length() && text.charAt(at) == '=') {
      at++;
      current.add(new Token(Token.Kind.SIGN, "==", "", true, line));
      return;
    }
    current.add(new Token(Token.Kind.SIGN, String.valueOf(c), "", true, line));
  }

  private void colon() {
    if (at < text.length() && text.charAt(at) == '=') {
      at++;
      current.add(new Token(Token.Kind.SIGN, ":=", "", true, line));
    } else if (lambdas > 0) {
      lambdas--;
      current.add(new Token(Token.Kind.SIGN, ":", "", true, line));
    } else if (isHead) {
      endLine();
      indent++; // what follows on this line is the block
    } else {
      current.add(new Token(Token.Kind.SIGN, ":", "", true, line));
    }
  }
}
