package dev.girdle.node.source;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;

/**
 * Cuts a source text into tokens (ECMAScript specification, "Lexical Grammar"). Comments are left
 * out. Whether a slash begins a regular expression is told by what stands before it, and by what
 * the bracket before it belongs to.
 *
 * <p>Never fails: a character that begins no token is passed over. Time and memory grow with the
 * text.
 */
final class Tokens {
  /** Names after which an expression begins, so that a slash behind them begins a pattern. */
  private static final Set<String> BEFORE_EXPRESSIONS =
      Set.of(
          "return",
          "typeof",
          "instanceof",
          "in",
          "of",
          "new",
          "delete",
          "void",
          "throw",
          "case",
          "do",
          "else",
          "yield",
          "await",
          "extends",
          "default");

  /** Words whose bracket is not the end of an expression. */
  private static final Set<String> BEFORE_CONDITIONS = Set.of("if", "while", "for", "with");

  private static final String SIGNS = "{}()[];,<>+-*/%&|^!~?:=.@#";

  /** Whether a character of ASCII belongs to a name; a backslash begins an escape in one. */
  private static final boolean[] PLAIN = new boolean[128];

  /** Signs of one character, which most tokens are. */
  private static final String[] SINGLE = new String[128];

  static {
    for (char c = 0; c < PLAIN.length; c++) {
      boolean isLetter = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z';
      PLAIN[c] = isLetter || c >= '0' && c <= '9' || c == '_' || c == '$' || c == '\\';
      SINGLE[c] = String.valueOf(c);
    }
  }

  private final String text;
  private final List<Token> tokens = new ArrayList<>();

  /** For each open bracket, whether a slash behind its end begins a pattern. */
  private final Deque<Boolean> brackets = new ArrayDeque<>();

  /** For each template that something is put into, how many braces are open in what is put in. */
  private final Deque<Integer> templates = new ArrayDeque<>();

  private int at;
  private int line = 1;
  private boolean patternMayFollow = true;

  private Tokens(String text) {
    this.text = text;
  }

  /** All tokens of a text. */
  static List<Token> of(String text) {
    Tokens tokens = new Tokens(text);
    if (text.startsWith("#!")) {
      tokens.skipLine();
    }
    while (tokens.at < text.length()) {
      tokens.next();
    }
    return tokens.tokens;
  }

  private void next() {
    char c = text.charAt(at);
    if (c == '\n') {
      line++;
      at++;
    } else if (c == ' ' || Character.isWhitespace(c) || c == '\ufeff') {
      at++;
    } else if (isOfName(c) && !(c >= '0' && c <= '9')) {
      name();
    } else if (c == '/' && text.startsWith("//", at) || c == '<' && text.startsWith("<!--", at)) {
      skipLine();
    } else if (c == '/' && text.startsWith("/*", at)) {
      skipComment();
    } else if (c == '"' || c == '\'') {
      string(c);
    } else if (c == '`') {
      at++;
      template(Token.Kind.TEXT, Token.Kind.TEXT_BEFORE);
    } else if (c >= '0' && c <= '9' || c == '.' && isDigit(at + 1)) {
      number();
    } else if (c == '/' && patternMayFollow) {
      pattern();
    } else {
      sign(c);
    }
  }

  /** Nearly all names are of plain letters. */
  private static boolean isOfName(char c) {
    if (c < PLAIN.length) {
      return PLAIN[c];
    }
    return c != '\ufeff' && Character.isJavaIdentifierPart(c);
  }

  private boolean isDigit(int place) {
    return place < text.length() && text.charAt(place) >= '0' && text.charAt(place) <= '9';
  }

  private void skipLine() {
    int end = text.indexOf('\n', at);
    at = end < 0 ? text.length() : end;
  }

  private void skipComment() {
    int end = text.indexOf("*/", at + 2);
    int stop = end < 0 ? text.length() : end + 2;
    for (; at < stop; at++) {
      line += text.charAt(at) == '\n' ? 1 : 0;
    }
  }

  private void add(Token.Kind kind, String value, int begin) {
    tokens.add(new Token(kind, value, begin, at));
  }

  private void string(char quote) {
    int begin = line;
    int end = text.indexOf(quote, at + 1);
    if (end >= 0 && isPlain(at + 1, end)) {
      String plain = text.substring(at + 1, end);
      at = end + 1;
      add(Token.Kind.STRING, plain, begin);
      patternMayFollow = false;
      return;
    }
    StringBuilder value = new StringBuilder();
    at++;
    while (at < text.length() && text.charAt(at) != quote && text.charAt(at) != '\n') {
      character(value);
    }
    at++;
    if (at <= text.length() && at > 0 && text.charAt(at - 1) == '\n') {
      at--; // a string that no quote ends; the line does
    }
    add(Token.Kind.STRING, value.toString(), begin);
    patternMayFollow = false;
  }

  /** Whether a part of a string stands for itself. */
  private boolean isPlain(int from, int to) {
    for (int i = from; i < to; i++) {
      char c = text.charAt(i);
      if (c == '\\' || c == '\n') {
        return false;
      }
    }
    return true;
  }

  /** One character of a string or template, which may be written in several. */
  private void character(StringBuilder to) {
    char c = text.charAt(at++);
    if (c == '\n') {
      line++;
    }
    if (c != '\\' || at >= text.length()) {
      to.append(c);
      return;
    }
    char escaped = text.charAt(at++);
    switch (escaped) {
      case 'n' -> to.append('\n');
      case 't' -> to.append('\t');
      case 'r' -> to.append('\r');
      case 'b' -> to.append('\b');
      case 'f' -> to.append('\f');
      case 'v' -> to.append('\u000b');
      case '0' -> to.append('\0');
      case '\n' -> line++;
      case '\r' -> at += at < text.length() && text.charAt(at) == '\n' ? 1 : 0;
      case 'x' -> code(to, 2);
      case 'u' -> code(to, 4);
      default -> to.append(escaped);
    }
  }

  private void code(StringBuilder to, int digits) {
    int end = at + digits;
    if (at < text.length() && text.charAt(at) == '{') {
      at++;
      end = text.indexOf('}', at);
    }
    if (end < at || end > text.length() || end - at > 8) {
      return;
    }
    try {
      to.appendCodePoint(Integer.parseInt(text, at, end, 16));
      at = end < text.length() && text.charAt(end) == '}' ? end + 1 : end;
    } catch (IllegalArgumentException e) {
      return; // no such character
    }
  }

  /** A template from behind its quote, or from behind something that was put in. */
  private void template(Token.Kind whole, Token.Kind begin) {
    int first = line;
    StringBuilder value = new StringBuilder();
    while (at < text.length() && text.charAt(at) != '`') {
      if (text.startsWith("${", at)) {
        at += 2;
        add(begin, value.toString(), first);
        templates.push(0);
        patternMayFollow = true;
        return;
      }
      character(value);
    }
    at++;
    add(whole, value.toString(), first);
    patternMayFollow = false;
  }

  private void name() {
    int begin = at;
    while (at < text.length() && isOfName(text.charAt(at))) {
      at++;
    }
    String value = text.substring(begin, at);
    boolean isProperty = !tokens.isEmpty() && tokens.get(tokens.size() - 1).is(".");
    add(Token.Kind.NAME, value, line);
    patternMayFollow = !isProperty && BEFORE_EXPRESSIONS.contains(value);
  }

  private void number() {
    int begin = at;
    while (at < text.length()) {
      char c = text.charAt(at);
      boolean isSigned = (c == '+' || c == '-') && "eE".indexOf(text.charAt(at - 1)) >= 0;
      boolean isHex = text.startsWith("0x", begin) || text.startsWith("0X", begin);
      if (!Character.isLetterOrDigit(c) && c != '.' && c != '_' && !(isSigned && !isHex)) {
        break;
      }
      at++;
    }
    add(Token.Kind.NUMBER, text.substring(begin, at), line);
    patternMayFollow = false;
  }

  private void pattern() {
    int begin = at++;
    boolean inClass = false;
    while (at < text.length() && text.charAt(at) != '\n') {
      char c = text.charAt(at++);
      if (c == '\\' && at < text.length()) {
        at++;
      } else if (c == '[') {
        inClass = true;
      } else if (c == ']') {
        inClass = false;
      } else if (c == '/' && !inClass) {
        break;
      }
    }
    while (at < text.length() && Character.isLetter(text.charAt(at))) {
      at++;
    }
    add(Token.Kind.PATTERN, text.substring(begin, at), line);
    patternMayFollow = false;
  }

  private void sign(char c) {
    if (SIGNS.indexOf(c) < 0) {
      at++;
      return;
    }
    if (c == '}' && !templates.isEmpty() && templates.peek() == 0) {
      templates.pop();
      at++;
      template(Token.Kind.TEXT_BEHIND, Token.Kind.TEXT_BETWEEN);
      return;
    }
    if (!templates.isEmpty() && (c == '{' || c == '}')) {
      templates.push(templates.pop() + (c == '{' ? 1 : -1));
    }
    boolean mayFollow = true;
    if (c == '(') {
      Token before = tokens.isEmpty() ? null : tokens.get(tokens.size() - 1);
      brackets.push(before != null && BEFORE_CONDITIONS.contains(before.text()));
    } else if (c == ')') {
      mayFollow = !brackets.isEmpty() && brackets.pop();
    } else if (c == ']') {
      mayFollow = false;
    } else if (isStep(c)) {
      // what is counted up may be divided; what is not said twice begins an expression
      mayFollow = patternMayFollow;
      add(Token.Kind.SIGN, text.substring(at, at + 2), line);
      at += 2;
      patternMayFollow = mayFollow;
      return;
    }
    String sign = SINGLE[c]; // all of SIGNS are plain
    if (c == '.' && text.startsWith("...", at)) {
      sign = "...";
    } else if (c == '=' && text.startsWith("=>", at)) {
      sign = "=>";
    } else if (c == '?' && text.startsWith("?.", at) && !isDigit(at + 2)) {
      sign = ".";
      at++;
    }
    add(Token.Kind.SIGN, sign, line);
    at += sign.length();
    patternMayFollow = mayFollow;
  }

  private boolean isStep(char c) {
    return (c == '+' || c == '-') && at + 1 < text.length() && text.charAt(at + 1) == c;
  }
}
