package dev.girdle.node.source;

import dev.girdle.node.source.Mention.Certainty;
import dev.girdle.node.source.Mention.Way;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads what a source text asks for: modules by {@code require} and all forms of {@code import},
 * paths that are put together from the folder of the file, and texts. It knows constants and what
 * is joined of them; what else there is in a name is not known.
 */
public final class SourceReader {
  private static final int LONGEST_TEXT = 200;

  /** What is nested deeper than anybody writes it is not known. */
  private static final int DEEPEST = 50;

  private static final Set<String> JOINS = Set.of("join", "resolve", "normalize");

  private final Tokens tokens;
  private final Blocks blocks;
  private final Map<String, Known> constants = new HashMap<>();
  private final Set<String> requires = new HashSet<>(Set.of("require"));
  private final List<Mention> mentions = new ArrayList<>();
  private int end;
  private int depth;

  private SourceReader(Tokens tokens) {
    this.tokens = tokens;
    this.blocks = new Blocks(tokens);
  }

  /**
   * Reads a text.
   *
   * @param text a script or module
   * @return what it asks for, in the order in which it stands there
   */
  public static List<Mention> read(String text) {
    SourceReader reader = new SourceReader(Tokens.of(text));
    for (int i = 0; i < reader.tokens.size(); i++) {
      reader.at(i);
    }
    return reader.mentions;
  }

  private void at(int i) {
    switch (tokens.kind(i)) {
      case TEXT_BEFORE -> path(i);
      case STRING, TEXT -> text(i);
      case NAME -> {
        if (!tokens.is(i - 1, '.')) {
          name(i, tokens.text(i));
        }
      }
      default -> {}
    }
  }

  private void name(int i, String name) {
    switch (name) {
      case "import" -> imported(i);
      case "export" -> exported(i);
      case "const", "let", "var" -> constant(i);
      case "new" -> url(i);
      default -> {
        if (isRequire(name)) {
          required(i);
        } else if (isPath(i)) {
          path(i);
        }
      }
    }
  }

  /** Tools that join modules into one file call what is left of it by names like this. */
  private boolean isRequire(String name) {
    return requires.contains(name) || name.endsWith("require") || name.endsWith("Require");
  }

  private void text(int i) {
    String text = tokens.text(i);
    if (text.length() > 1 && text.length() <= LONGEST_TEXT) {
      mentions.add(new Mention(Way.TEXT, text, "", true, tokens.line(i), Certainty.PERHAPS));
    }
  }

  private void required(int i) {
    int open = i + 1;
    if (tokens.is(open, '.') && tokens.isName(open + 1, "resolve")) {
      open += 2;
    }
    if (tokens.is(open, '(') && !tokens.isName(i - 1, "function")) {
      boolean isPlain = requires.contains(tokens.text(i));
      add(Way.REQUIRE, value(open + 1), i, isPlain ? certainty(i, end) : Certainty.CAUGHT);
    }
  }

  private void imported(int i) {
    if (tokens.is(i + 1, '(')) {
      add(Way.IMPORT, value(i + 2), i, weaker(certainty(i, end), Certainty.PERHAPS));
    } else if (tokens.is(i + 1, '.')) {
      if (tokens.isName(i + 2, "meta")
          && tokens.is(i + 3, '.')
          && tokens.isName(i + 4, "resolve")) {
        add(Way.IMPORT, value(i + 6), i, Certainty.PERHAPS);
      } else if (isPath(i)) {
        path(i);
      }
    } else if (tokens.isText(i + 1)) {
      add(Way.IMPORT, Known.of(tokens.text(i + 1)), i, Certainty.ALWAYS);
    } else {
      from(i + 1);
    }
  }

  private void exported(int i) {
    if (tokens.is(i + 1, '*') || tokens.is(i + 1, '{')) {
      from(i + 1);
    }
  }

  /** The module that a list of names comes from, if one does. */
  private void from(int i) {
    int depth = 0;
    for (int j = i; j < tokens.size(); j++) {
      depth += tokens.is(j, '{') ? 1 : tokens.is(j, '}') ? -1 : 0;
      boolean isList = tokens.isName(j) || tokens.isText(j) || "{},*".indexOf(tokens.sign(j)) >= 0;
      if (depth == 0 && tokens.isName(j, "from") && tokens.isText(j + 1)) {
        add(Way.IMPORT, Known.of(tokens.text(j + 1)), j, Certainty.ALWAYS);
        return;
      }
      if (!isList || depth < 0) {
        return;
      }
    }
  }

  /** {@code const name = value}, if the value is known; also what makes another require. */
  private void constant(int i) {
    if (tokens.kind(i + 1) != TokenKind.NAME || !tokens.is(i + 2, '=')) {
      return;
    }
    String name = tokens.text(i + 1);
    if (tokens.isName(i + 3, "createRequire")) {
      requires.add(name);
    }
    Known known = value(i + 3);
    boolean isEnd = tokens.is(end, ';') || tokens.line(end) > tokens.line(end - 1);
    if (isEnd && (known.text() != null || known.fromFolder())) {
      constants.put(name, known);
    }
  }

  /** {@code new URL(text, import.meta.url)}: a file beside this one. */
  private void url(int i) {
    if (tokens.isName(i + 1, "URL") && tokens.is(i + 2, '(')) {
      Known known = value(i + 3);
      boolean fromHere = tokens.is(end, ',') && tokens.isName(end + 1, "import");
      if (fromHere && (known.begin().startsWith(".") || known.begin().startsWith("/"))) {
        add(Way.PATH, Known.folder().then(Known.of("/")).then(known), i, Certainty.PERHAPS);
      }
    }
  }

  /** Whether a path begins here that is put together from the folder of the file. */
  private boolean isPath(int i) {
    String name = tokens.text(i);
    boolean isJoin =
        tokens.is(i + 1, '(') && JOINS.contains(name)
            || tokens.is(i + 1, '.') && tokens.is(i + 3, '(') && JOINS.contains(tokens.text(i + 2));
    return isFolder(i) > i
        || isJoin
        || constants.containsKey(name) && constants.get(name).fromFolder();
  }

  private void path(int i) {
    Known known = value(i);
    if (known.fromFolder()) {
      add(Way.PATH, known, i, Certainty.PERHAPS);
    }
  }

  /** Behind the words that stand for the folder of the file; the same place if none stand there. */
  private int isFolder(int i) {
    if (tokens.isName(i, "__dirname")) {
      return i + 1;
    }
    boolean isMeta =
        tokens.isName(i, "import")
            && tokens.is(i + 1, '.')
            && tokens.isName(i + 2, "meta")
            && tokens.is(i + 3, '.');
    return isMeta && tokens.isName(i + 4, "dirname") ? i + 5 : i;
  }

  private void add(Way way, Known known, int i, Certainty certainty) {
    String whole = known.text();
    mentions.add(
        new Mention(
            way,
            whole == null ? known.begin() : whole,
            known.end(),
            whole != null,
            tokens.line(i),
            certainty));
  }

  private static Certainty weaker(Certainty a, Certainty b) {
    return a.compareTo(b) > 0 ? a : b;
  }

  private Certainty certainty(int i, int behind) {
    boolean isCaught =
        blocks.isGuarded(i)
            || tokens.is(behind, ')')
                && tokens.is(behind + 1, '.')
                && tokens.isName(behind + 2, "catch");
    if (isCaught) {
      return Certainty.CAUGHT;
    }
    return blocks.isUnconditional(i) ? Certainty.ALWAYS : Certainty.PERHAPS;
  }

  /** The value of an expression; {@link #end} is then behind it. */
  private Known value(int i) {
    Known known = operand(i);
    while (tokens.is(end, '+')) {
      known = known.then(operand(end + 1));
    }
    boolean isAll =
        tokens.is(end, ',')
            || tokens.is(end, ')')
            || tokens.is(end, ';')
            || tokens.is(end, ']')
            || tokens.is(end, '}')
            || tokens.line(end) != tokens.line(end - 1);
    return isAll ? known : Known.NOTHING;
  }

  private Known operand(int i) {
    if (depth > DEEPEST) {
      skipOperand(i);
      return Known.NOTHING;
    }
    depth++;
    Known known = shallow(i);
    depth--;
    return known;
  }

  private Known shallow(int i) {
    end = i + 1;
    if (tokens.isText(i)) {
      return Known.of(tokens.text(i));
    }
    if (tokens.kind(i) == TokenKind.TEXT_BEFORE) {
      return template(i);
    }
    if (isFolder(i) > i) {
      end = isFolder(i);
      return Known.folder();
    }
    if (tokens.isName(i)) {
      boolean isMember = tokens.is(i + 1, '.') && JOINS.contains(tokens.text(i + 2));
      int call = isMember ? i + 2 : i;
      if (JOINS.contains(tokens.text(call)) && tokens.is(call + 1, '(')) {
        return joined(call + 2);
      }
      if (!tokens.is(i + 1, '.') && !tokens.is(i + 1, '(')) {
        return constants.getOrDefault(tokens.text(i), Known.NOTHING);
      }
    }
    skipOperand(i);
    return Known.NOTHING;
  }

  /** What is put into a template is known if it is a constant. */
  private Known template(int i) {
    Known known = Known.of(tokens.text(i));
    int at = i;
    boolean fromFolder = false;
    while (true) {
      Known inside = operand(at + 1);
      fromFolder |= at == i && inside.fromFolder() && tokens.text(i).isEmpty();
      boolean isSimple = isTemplatePart(tokens.kind(end));
      known = known.then(isSimple ? inside : Known.NOTHING);
      at = end;
      int depth = 0;
      while (at < tokens.size()) {
        TokenKind kind = tokens.kind(at);
        if (depth == 0 && isTemplatePart(kind)) {
          break;
        }
        depth += kind == TokenKind.TEXT_BEFORE ? 1 : kind == TokenKind.TEXT_BEHIND ? -1 : 0;
        at++;
      }
      known = known.then(Known.of(tokens.text(at)));
      if (at >= tokens.size() || tokens.kind(at) == TokenKind.TEXT_BEHIND) {
        end = at + 1;
        return fromFolder ? new Known(true, known.parts().subList(2, known.parts().size())) : known;
      }
    }
  }

  private static boolean isTemplatePart(TokenKind kind) {
    return kind == TokenKind.TEXT_BETWEEN || kind == TokenKind.TEXT_BEHIND;
  }

  /** {@code path.join(a, b, …)}: its arguments with slashes between them. */
  private Known joined(int i) {
    Known all = null;
    int at = i;
    while (at < tokens.size() && !tokens.is(at, ')')) {
      Known one = value(at);
      all = all == null ? one : all.then(Known.of("/")).then(one);
      at = end;
      if (!tokens.is(at, ',') && !tokens.is(at, ')')) {
        skipTo(at);
        all = all.then(Known.NOTHING);
        at = end;
      }
      at += tokens.is(at, ',') ? 1 : 0;
    }
    end = at + 1;
    return all == null ? Known.NOTHING : all;
  }

  /** To the comma or bracket that ends an argument. */
  private void skipTo(int i) {
    int depth = 0;
    int at = i;
    while (at < tokens.size() && (depth > 0 || !tokens.is(at, ',') && !tokens.is(at, ')'))) {
      depth += tokens.isOpening(at) ? 1 : tokens.isClosing(at) ? -1 : 0;
      if (depth < 0) {
        break;
      }
      at++;
    }
    end = at;
  }

  /** Over names, members and calls. */
  private void skipOperand(int i) {
    int at = i;
    while (at < tokens.size()) {
      if (tokens.isOpening(at)) {
        int depth = 0;
        do {
          depth += tokens.isOpening(at) ? 1 : tokens.isClosing(at) ? -1 : 0;
          at++;
        } while (depth > 0 && at < tokens.size());
      } else if (tokens.isName(at) || tokens.kind(at) == TokenKind.NUMBER || tokens.is(at, '.')) {
        at++;
      } else {
        break;
      }
    }
    end = Math.max(at, i + 1);
  }
}
