package dev.girdle.node.source;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Set;

/**
 * Cuts a source text into tokens (ECMAScript specification, "Lexical Grammar"). Comments are left
 * out. Whether a slash begins a regular expression is told by what stands before it, and by what
 * the bracket before it belongs to.
 *
 * <p>Never fails: a character that begins no token is passed over. Time and memory grow with the
 * text.
 */
final class Lexer {
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

  private static final int LONGEST_BEFORE = "instanceof".length();

  /** Words whose bracket is not the end of an expression. */
  private static final Set<String> BEFORE_CONDITIONS = Set.of("if", "while", "for", "with");

  private static final String SIGNS = "{}()[];,<>+-*/%&|^!~?:=.@#";

  /** Whether a character of ASCII belongs to a name; a backslash begins an escape in one. */
  private static final boolean[] PLAIN = new boolean[128];

  private static final boolean[] SIGN = new boolean[128];

  static {
    SIGNS.chars().forEach(c -> SIGN[c] = true);
    for (char c = 0; c < PLAIN.length; c++) {
      boolean isLetter = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z';
      PLAIN[c] = isLetter || c >= '0' && c <= '9' || c == '_' || c == '$' || c == '\\';
    }
  }

  private final String text;
  private final Tokens tokens;
  private final Names names = new Names();

  /** For each open bracket, whether a slash behind its end begins a pattern. */
  private final Deque<Boolean> brackets = new ArrayDeque<>();

  /** For each template that something is put into, how many braces are open in what is put in. */
  private final Deque<Integer> templates = new ArrayDeque<>();

  private int at;
  private int line = 1;
  private boolean patternMayFollow = true;

  /**
   * Reads a text.
   *
   * @param text a script or module
   * @param tokens where its tokens go
   */
  Lexer(String text, Tokens tokens) {
    this.text = text;
    this.tokens = tokens;
  }

  void run() {
    if (text.startsWith("#!")) {
      skipLine();
    }
    while (at < text.length()) {
      next();
    }
  }

  private void next() {
    char c = text.charAt(at);
    if (c == '\n') {
      line++;
      at++;
    } else if (c == ' ') {
      at++;
    } else if (isOfName(c) && !(c >= '0' && c <= '9')) {
      name();
    } else if (Character.isWhitespace(c) || c == '\ufeff') {
      at++;
    } else if (c == '/' && text.startsWith("//", at) || c == '<' && text.startsWith("<!--", at)) {
      skipLine();
    } else if (c == '/' && text.startsWith("/*", at)) {
      skipComment();
    } else if (c == '"' || c == '\'') {
      string(c);
    } else if (c == '`') {
      at++;
      template(TokenKind.TEXT, TokenKind.TEXT_BEFORE);
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
    for (int i = text.indexOf('\n', at); i >= 0 && i < stop; i = text.indexOf('\n', i + 1)) {
      line++;
    }
    at = stop;
  }

  private void add(TokenKind kind, String value, int begin) {
    tokens.add(kind, '\0', value, begin, at);
  }

  private void string(char quote) {
    int begin = line;
    int end = at + 1;
    while (end < text.length() && isPlain(text.charAt(end), quote)) {
      end++;
    }
    if (end < text.length() && text.charAt(end) == quote) {
      String plain = text.substring(at + 1, end);
      at = end + 1;
      add(TokenKind.STRING, plain, begin);
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
    add(TokenKind.STRING, value.toString(), begin);
    patternMayFollow = false;
  }

  /** Whether a character of a string stands for itself. */
  private static boolean isPlain(char c, char quote) {
    return c != quote && c != '\\' && c != '\n';
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
  private void template(TokenKind whole, TokenKind begin) {
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
    int hash = 0;
    while (at < text.length() && isOfName(text.charAt(at))) {
      hash = 31 * hash + text.charAt(at++);
    }
    String value = names.of(text, begin, at, hash);
    boolean isProperty = tokens.is(tokens.size() - 1, '.');
    add(TokenKind.NAME, value, line);
    patternMayFollow =
        !isProperty && value.length() <= LONGEST_BEFORE && BEFORE_EXPRESSIONS.contains(value);
  }

  private void number() {
    boolean isHex = text.startsWith("0x", at) || text.startsWith("0X", at);
    while (at < text.length()) {
      char c = text.charAt(at);
      boolean isSigned = (c == '+' || c == '-') && "eE".indexOf(text.charAt(at - 1)) >= 0;
      if (!Character.isLetterOrDigit(c) && c != '.' && c != '_' && !(isSigned && !isHex)) {
        break;
      }
      at++;
    }
    add(TokenKind.NUMBER, "", line);
    patternMayFollow = false;
  }

  private void pattern() {
    at++;
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
    add(TokenKind.PATTERN, "", line);
    patternMayFollow = false;
  }

  private void sign(char c) {
    if (c >= SIGN.length || !SIGN[c]) {
      at++;
      return;
    }
    if (c == '}' && !templates.isEmpty() && templates.peek() == 0) {
      templates.pop();
      at++;
      template(TokenKind.TEXT_BEHIND, TokenKind.TEXT_BETWEEN);
      return;
    }
    if (!templates.isEmpty() && (c == '{' || c == '}')) {
      templates.push(templates.pop() + (c == '{' ? 1 : -1));
    }
    boolean mayFollow = true;
    if (c == '(') {
      int last = tokens.size() - 1;
      brackets.push(tokens.isName(last) && BEFORE_CONDITIONS.contains(tokens.text(last)));
    } else if (c == ')') {
      mayFollow = !brackets.isEmpty() && brackets.pop();
    } else if (c == ']') {
      mayFollow = false;
    }
    char sign = c;
    int length = 1;
    if (isStep(c)) {
      // what is counted up may be divided; what is not said twice begins an expression
      mayFollow = patternMayFollow;
      sign = Tokens.STEP;
      length = 2;
    } else if (c == '.' && text.startsWith("...", at)) {
      sign = Tokens.DOTS;
      length = 3;
    } else if (c == '=' && text.startsWith("=>", at)) {
      sign = Tokens.ARROW;
      length = 2;
    } else if (c == '?' && text.startsWith("?.", at) && !isDigit(at + 2)) {
      sign = '.';
      length = 2;
    }
    at += length;
    tokens.add(TokenKind.SIGN, sign, "", line, at);
    patternMayFollow = mayFollow;
  }

  private boolean isStep(char c) {
    return (c == '+' || c == '-') && at + 1 < text.length() && text.charAt(at + 1) == c;
  }
}
