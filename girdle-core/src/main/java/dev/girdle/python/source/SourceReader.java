package dev.girdle.python.source;

import dev.girdle.python.source.Mention.Certainty;
import dev.girdle.python.source.Mention.Way;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Reads what a source text asks for: {@code import} in all forms (Language Reference, 7.11), calls
 * that take the name of a module, and texts. Constants of the same file are followed.
 */
public final class SourceReader {
  /** Functions whose first argument names a module. */
  private static final Set<String> LOADING =
      Set.of("import_module", "__import__", "run_module", "import_string", "importorskip");

  /** Functions that ask whether there is a module. */
  private static final Set<String> ASKING = Set.of("find_spec", "find_loader", "find_module");

  /** Functions that tell which files or modules there are. */
  private static final Set<String> LISTING =
      Set.of("listdir", "iterdir", "scandir", "glob", "rglob", "iter_modules", "walk_packages");

  /** What names of functions have in them that load a module, whatever they are given. */
  private static final List<String> MAKING =
      List.of("import", "load_module", "exec_module", "spec_from_file", "load_source");

  private static final int LONGEST_TEXT = 300;

  private final List<LogicalLine> lines;
  private final Blocks blocks;
  private final Map<String, Token> constants = new HashMap<>();
  private final List<Mention> mentions = new ArrayList<>();

  private SourceReader(List<LogicalLine> lines, Starting starting) {
    this.lines = lines;
    this.blocks = new Blocks(lines, starting);
  }

  /**
   * Reads a text.
   *
   * @param text the source
   * @param starting whether execution starts with it, so that its main block runs
   * @return in the order in which it stands there
   */
  public static List<Mention> read(String text, Starting starting) {
    SourceReader reader = new SourceReader(Lexer.lines(text), starting);
    reader.constants();
    for (int i = 0; i < reader.lines.size(); i++) {
      reader.line(i);
    }
    reader.listings();
    return reader.mentions;
  }

  /** Who lists files or modules and loads modules loads what it finds. */
  private void listings() {
    int listed = 0;
    boolean makes = false;
    for (LogicalLine line : lines) {
      boolean isImport = line.first().isName("import") || line.first().isName("from");
      for (int i = 0; i < line.size() && !isImport; i++) {
        Token token = line.at(i);
        if (token.isName() && line.at(i + 1).is("(")) {
          listed = LISTING.contains(token.text()) ? token.line() : listed;
          makes |=
              token.text().endsWith("_modules")
                  || token.text().equals("walk_packages")
                  || MAKING.stream().anyMatch(token.text()::contains);
        }
      }
    }
    if (listed > 0 && makes) {
      call(new Texts.Known("", "", false), listed, Certainty.PERHAPS);
    }
  }

  /** Names that stand for one text wherever they are assigned. */
  private void constants() {
    Map<String, Integer> times = new HashMap<>();
    for (LogicalLine line : lines) {
      if (line.size() >= 3 && line.first().isName() && line.at(1).is("=")) {
        times.merge(line.first().text(), 1, Integer::sum);
        if (line.size() == 3 && line.at(2).isString()) {
          constants.put(line.first().text(), line.at(2));
        }
      }
    }
    constants.keySet().removeIf(n -> times.get(n) > 1);
  }

  private void line(int index) {
    LogicalLine line = lines.get(index);
    Block block = blocks.enter(index);
    if (block.isSkipped()) {
      return;
    }
    Certainty certainty = block.certainty();
    if (line.first().isName("import")) {
      plain(line, certainty, block.insteadOf());
    } else if (line.first().isName("from")) {
      from(line, certainty, block.insteadOf());
    } else {
      calls(line, certainty);
      texts(line, certainty);
    }
  }

  /** {@code import a.b as c, d}. */
  private void plain(LogicalLine line, Certainty certainty, String insteadOf) {
    int i = 1;
    while (i < line.size()) {
      StringBuilder name = new StringBuilder();
      int first = line.at(i).line();
      while (i < line.size() && (line.at(i).isName() || line.at(i).is("."))) {
        if (line.at(i).isName("as")) {
          i++;
        } else {
          name.append(line.at(i).text());
        }
        i++;
      }
      i++;
      if (!name.isEmpty()) {
        add(Way.IMPORT, 0, name.toString(), List.of(), first, certainty, insteadOf);
      }
    }
  }

  /** {@code from ..a import b as c, d}, with or without brackets. */
  private void from(LogicalLine line, Certainty certainty, String insteadOf) {
    int i = 1;
    int level = 0;
    while (line.at(i).is(".")) {
      level++;
      i++;
    }
    StringBuilder module = new StringBuilder();
    while (i < line.size() && !line.at(i).isName("import")) {
      module.append(line.at(i).text());
      i++;
    }
    List<String> names = new ArrayList<>();
    boolean isFirst = true;
    for (i++; i < line.size(); i++) {
      Token token = line.at(i);
      if (token.isName("as")) {
        i++;
      } else if (isFirst && (token.isName() || token.is("*"))) {
        names.add(token.text());
        isFirst = false;
      } else if (token.is(",")) {
        isFirst = true;
      }
    }
    if (level > 0 || !module.isEmpty()) {
      add(Way.IMPORT, level, module.toString(), names, line.first().line(), certainty, insteadOf);
    }
  }

  private void add(
      Way way,
      int level,
      String name,
      List<String> names,
      int line,
      Certainty certainty,
      String insteadOf) {
    mentions.add(new Mention(way, level, name, names, "", true, line, certainty, insteadOf));
  }

  private void calls(LogicalLine line, Certainty certainty) {
    for (int i = 0; i + 1 < line.size(); i++) {
      if (!line.at(i).isName() || !line.at(i + 1).is("(")) {
        continue;
      }
      named(line, i);
      boolean isAsking = ASKING.contains(line.at(i).text());
      if (isAsking || LOADING.contains(line.at(i).text())) {
        Texts.Known name = Texts.expression(line, i + 2, constants);
        boolean isDefinition = line.at(i - 1).isName("def") || line.at(i - 1).isName("class");
        boolean isText = line.at(i).isName("import_string") && !name.isWhole();
        if (!isDefinition && !isText && !(isAsking && !name.isWhole())) {
          call(name, line.at(i).line(), isAsking ? Certainty.CAUGHT : certainty);
        }
      }
    }
  }

  /** Helpers of many programs: {@code import_optional("tables")}. */
  private void named(LogicalLine line, int i) {
    String function = line.at(i).text().toLowerCase(Locale.ROOT);
    Token argument = line.at(i + 2);
    boolean isHelper =
        function.contains("import")
            && !LOADING.contains(line.at(i).text())
            && !line.at(i - 1).isName("def");
    if (isHelper && argument.isString() && argument.isWhole() && isDotted(argument.text())) {
      add(Way.MAY_CALL, 0, argument.text(), List.of(), argument.line(), Certainty.CAUGHT, "");
    }
  }

  private void call(Texts.Known name, int line, Certainty certainty) {
    String begin = name.begin();
    int level = 0;
    while (level < begin.length() && begin.charAt(level) == '.') {
      level++;
    }
    mentions.add(
        new Mention(
            Way.CALL,
            level,
            begin.substring(level),
            List.of(),
            name.end(),
            name.isWhole(),
            line,
            certainty,
            ""));
  }

  /** Texts, each by itself, and those that are joined to a path. */
  private void texts(LogicalLine line, Certainty certainty) {
    boolean isRemark = line.size() == 1 && line.first().isString();
    if (isRemark) {
      return;
    }
    int[] openers = line.openers();
    for (int i = 0; i < line.size(); i++) {
      Token token = line.at(i);
      if (!token.isString()) {
        continue;
      }
      boolean isChild = token.text().equals("-m") && line.at(i + 1).is(",");
      Token child = line.at(i + 2);
      if (isChild && child.isString() && child.isWhole() && isDotted(child.text())) {
        call(new Texts.Known(child.text(), "", true), token.line(), Certainty.PERHAPS);
      }
      Texts.Known text = Texts.template(token);
      text(text, token.line(), certainty);
      Texts.Known path = Texts.path(line, i, openers);
      if (path != null) {
        text(path, token.line(), certainty);
      }
    }
  }

  private static boolean isDotted(String text) {
    return text.matches("[A-Za-z_]\\w*(\\.\\w+)*");
  }

  private void text(Texts.Known text, int line, Certainty certainty) {
    boolean isEmpty = text.begin().isEmpty() && text.end().isEmpty();
    if (!isEmpty && text.begin().length() <= LONGEST_TEXT) {
      mentions.add(
          new Mention(
              Way.TEXT,
              0,
              text.begin(),
              List.of(),
              text.end(),
              text.isWhole(),
              line,
              certainty,
              ""));
    }
  }
}
