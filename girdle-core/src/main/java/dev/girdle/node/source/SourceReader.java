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

  private final List<Token> tokens;
  private final Blocks blocks;
  private final Map<String, Known> constants = new HashMap<>();
  private final Set<String> requires = new HashSet<>(Set.of("require"));
  private final List<Mention> mentions = new ArrayList<>();
  private int end;
  private int depth;

  private SourceReader(List<Token> tokens) {
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

  private Token token(int i) {
    return i >= 0 && i < tokens.size() ? tokens.get(i) : new Token(Token.Kind.SIGN, "", 0, 0);
  }

  private boolean isName(int i, String name) {
    return token(i).kind() == Token.Kind.NAME && token(i).text().equals(name);
  }

  private void at(int i) {
    Token token = token(i);
    if (token.kind() == Token.Kind.TEXT_BEFORE) {
      path(i);
    } else if (token.kind() == Token.Kind.STRING || token.kind() == Token.Kind.TEXT) {
      text(token);
    } else if (token.kind() == Token.Kind.NAME && !token(i - 1).is(".")) {
      name(i, token);
    }
  }

  private void name(int i, Token token) {
    switch (token.text()) {
      case "import" -> imported(i);
      case "export" -> exported(i);
      case "const", "let", "var" -> constant(i);
      case "new" -> url(i);
      default -> {
        if (isRequire(token.text())) {
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

  private void text(Token token) {
    if (token.text().length() > 1 && token.text().length() <= LONGEST_TEXT) {
      mentions.add(new Mention(Way.TEXT, token.text(), "", true, token.line(), Certainty.PERHAPS));
    }
  }

  private void required(int i) {
    int open = i + 1;
    if (token(open).is(".") && isName(open + 1, "resolve")) {
      open += 2;
    }
    if (token(open).is("(") && !isName(i - 1, "function")) {
      boolean isPlain = requires.contains(token(i).text());
      add(Way.REQUIRE, value(open + 1), i, isPlain ? certainty(i, end) : Certainty.CAUGHT);
    }
  }

  private void imported(int i) {
    if (token(i + 1).is("(")) {
      add(Way.IMPORT, value(i + 2), i, weaker(certainty(i, end), Certainty.PERHAPS));
    } else if (token(i + 1).is(".")) {
      if (isName(i + 2, "meta") && token(i + 3).is(".") && isName(i + 4, "resolve")) {
        add(Way.IMPORT, value(i + 6), i, Certainty.PERHAPS);
      } else if (isPath(i)) {
        path(i);
      }
    } else if (token(i + 1).isText()) {
      add(Way.IMPORT, Known.of(token(i + 1).text()), i, Certainty.ALWAYS);
    } else {
      from(i + 1);
    }
  }

  private void exported(int i) {
    if (token(i + 1).is("*") || token(i + 1).is("{")) {
      from(i + 1);
    }
  }

  /** The module that a list of names comes from, if one does. */
  private void from(int i) {
    int depth = 0;
    for (int j = i; j < tokens.size(); j++) {
      Token token = token(j);
      depth += token.is("{") ? 1 : token.is("}") ? -1 : 0;
      boolean isList =
          token.kind() == Token.Kind.NAME
              || token.is("{")
              || token.is("}")
              || token.is(",")
              || token.is("*")
              || token.isText();
      if (depth == 0 && isName(j, "from") && token(j + 1).isText()) {
        add(Way.IMPORT, Known.of(token(j + 1).text()), j, Certainty.ALWAYS);
        return;
      }
      if (!isList || depth < 0) {
        return;
      }
    }
  }

  /** {@code const name = value}, if the value is known; also what makes another require. */
  private void constant(int i) {
    if (token(i + 1).kind() != Token.Kind.NAME || !token(i + 2).is("=")) {
      return;
    }
    String name = token(i + 1).text();
    if (isName(i + 3, "createRequire")) {
      requires.add(name);
    }
    Known known = value(i + 3);
    boolean isEnd = token(end).is(";") || token(end).line() > token(end - 1).line();
    if (isEnd && (known.text() != null || known.fromFolder())) {
      constants.put(name, known);
    }
  }

  /** {@code new URL(text, import.meta.url)}: a file beside this one. */
  private void url(int i) {
    if (isName(i + 1, "URL") && token(i + 2).is("(")) {
      Known known = value(i + 3);
      boolean fromHere = token(end).is(",") && isName(end + 1, "import");
      if (fromHere && (known.begin().startsWith(".") || known.begin().startsWith("/"))) {
        add(Way.PATH, Known.folder().then(Known.of("/")).then(known), i, Certainty.PERHAPS);
      }
    }
  }

  /** Whether a path begins here that is put together from the folder of the file. */
  private boolean isPath(int i) {
    String name = token(i).text();
    boolean isJoin =
        JOINS.contains(name) && token(i + 1).is("(")
            || token(i + 1).is(".") && JOINS.contains(token(i + 2).text()) && token(i + 3).is("(");
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
    if (isName(i, "__dirname")) {
      return i + 1;
    }
    boolean isMeta =
        isName(i, "import")
            && token(i + 1).is(".")
            && isName(i + 2, "meta")
            && token(i + 3).is(".");
    return isMeta && isName(i + 4, "dirname") ? i + 5 : i;
  }

  private void add(Way way, Known known, int i, Certainty certainty) {
    String whole = known.text();
    mentions.add(
        new Mention(
            way,
            whole == null ? known.begin() : whole,
            known.end(),
            whole != null,
            token(i).line(),
            certainty));
  }

  private static Certainty weaker(Certainty a, Certainty b) {
    return a.compareTo(b) > 0 ? a : b;
  }

  private Certainty certainty(int i, int behind) {
    boolean isCaught =
        blocks.isGuarded(i)
            || token(behind).is(")") && token(behind + 1).is(".") && isName(behind + 2, "catch");
    if (isCaught) {
      return Certainty.CAUGHT;
    }
    return blocks.isUnconditional(i) ? Certainty.ALWAYS : Certainty.PERHAPS;
  }

  /** The value of an expression; {@link #end} is then behind it. */
  private Known value(int i) {
    Known known = operand(i);
    while (token(end).is("+")) {
      known = known.then(operand(end + 1));
    }
    boolean isAll =
        token(end).is(",")
            || token(end).is(")")
            || token(end).is(";")
            || token(end).is("]")
            || token(end).is("}")
            || token(end).line() != token(end - 1).line();
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
    Token token = token(i);
    end = i + 1;
    if (token.isText()) {
      return Known.of(token.text());
    }
    if (token.kind() == Token.Kind.TEXT_BEFORE) {
      return template(i);
    }
    if (isFolder(i) > i) {
      end = isFolder(i);
      return Known.folder();
    }
    if (token.kind() == Token.Kind.NAME) {
      boolean isMember = token(i + 1).is(".") && JOINS.contains(token(i + 2).text());
      int call = isMember ? i + 2 : i;
      if (JOINS.contains(token(call).text()) && token(call + 1).is("(")) {
        return joined(call + 2);
      }
      if (!token(i + 1).is(".") && !token(i + 1).is("(")) {
        return constants.getOrDefault(token.text(), Known.NOTHING);
      }
    }
    skipOperand(i);
    return Known.NOTHING;
  }

  /** What is put into a template is known if it is a constant. */
  private Known template(int i) {
    Known known = Known.of(token(i).text());
    int at = i;
    boolean fromFolder = false;
    while (true) {
      Known inside = operand(at + 1);
      fromFolder |= at == i && inside.fromFolder() && token(i).text().isEmpty();
      boolean isSimple = isTemplatePart(token(end).kind());
      known = known.then(isSimple ? inside : Known.NOTHING);
      at = end;
      int depth = 0;
      while (at < tokens.size()) {
        Token.Kind kind = token(at).kind();
        if (depth == 0 && isTemplatePart(kind)) {
          break;
        }
        depth += kind == Token.Kind.TEXT_BEFORE ? 1 : kind == Token.Kind.TEXT_BEHIND ? -1 : 0;
        at++;
      }
      known = known.then(Known.of(token(at).text()));
      if (at >= tokens.size() || token(at).kind() == Token.Kind.TEXT_BEHIND) {
        end = at + 1;
        return fromFolder ? new Known(true, known.parts().subList(2, known.parts().size())) : known;
      }
    }
  }

  private static boolean isTemplatePart(Token.Kind kind) {
    return kind == Token.Kind.TEXT_BETWEEN || kind == Token.Kind.TEXT_BEHIND;
  }

  /** {@code path.join(a, b, …)}: its arguments with slashes between them. */
  private Known joined(int i) {
    Known all = null;
    int at = i;
    while (at < tokens.size() && !token(at).is(")")) {
      Known one = value(at);
      all = all == null ? one : all.then(Known.of("/")).then(one);
      at = end;
      if (!token(at).is(",") && !token(at).is(")")) {
        skipTo(at);
        all = all.then(Known.NOTHING);
        at = end;
      }
      at += token(at).is(",") ? 1 : 0;
    }
    end = at + 1;
    return all == null ? Known.NOTHING : all;
  }

  /** To the comma or bracket that ends an argument. */
  private void skipTo(int i) {
    int depth = 0;
    int at = i;
    while (at < tokens.size() && (depth > 0 || !token(at).is(",") && !token(at).is(")"))) {
      depth += isOpening(at) ? 1 : isClosing(at) ? -1 : 0;
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
      if (isOpening(at)) {
        int depth = 0;
        do {
          depth += isOpening(at) ? 1 : isClosing(at) ? -1 : 0;
          at++;
        } while (depth > 0 && at < tokens.size());
      } else if (token(at).kind() == Token.Kind.NAME
          || token(at).kind() == Token.Kind.NUMBER
          || token(at).is(".")) {
        at++;
      } else {
        break;
      }
    }
    end = Math.max(at, i + 1);
  }

  private boolean isOpening(int i) {
    return token(i).is("(") || token(i).is("[") || token(i).is("{");
  }

  private boolean isClosing(int i) {
    return token(i).is(")") || token(i).is("]") || token(i).is("}");
  }
}
