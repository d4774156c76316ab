package dev.girdle.python.source;

import dev.girdle.python.source.Mention.Certainty;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * In which blocks the lines of a text stand, and what that means for what they ask for. Lines have
 * to be entered in their order.
 */
final class Blocks {
  /** Names of exceptions whose handlers also get those that say that a module is missing. */
  private static final Set<String> CATCHING =
      Set.of("ImportError", "ModuleNotFoundError", "Exception", "BaseException");

  /** Names that speak of the release or the system. */
  private static final Set<String> ELSEWHERE =
      Set.of(
          "version_info",
          "platform",
          "hexversion",
          "PY2",
          "PY3",
          "IS_WINDOWS",
          "WINDOWS",
          "WIN32",
          "PYPY",
          "IS_PYPY");

  private static final Set<String> ENDINGS = Set.of("exit", "_exit", "abort");

  private final List<LogicalLine> lines;
  private final Starting starting;
  private final Deque<Block> open = new ArrayDeque<>();
  private final Set<String> unused;

  /** What was decided by the last head of an indentation, for what goes on with it. */
  private final Map<Integer, Branch> branches = new HashMap<>();

  /**
   * What the heads before one have said.
   *
   * @param opposite how sure it is that {@code else} comes to be
   * @param tried the module that a {@code try} asks for first; empty if none
   * @param isCaught whether something catches what is missing in it
   */
  private record Branch(Certainty opposite, String tried, boolean isCaught) {}

  Blocks(List<LogicalLine> lines, Starting starting) {
    this.lines = lines;
    this.starting = starting;
    this.unused = starting.isNever() ? UnusedFunctions.of(lines, starting) : Set.of();
    open.push(Block.ALL);
  }

  /** Enters a line, and says in which block it stands itself. */
  Block enter(int index) {
    LogicalLine line = lines.get(index);
    while (open.peek().indent() >= line.indent()) {
      open.pop();
    }
    Block around = open.peek();
    Block begun = begun(index, line);
    if (begun != null) {
      boolean isLoaded = line.first().isName("class");
      open.push(
          new Block(
              line.indent(),
              Block.weaker(around.certainty(), begun.certainty()),
              around.isSkipped() || begun.isSkipped(),
              !isLoaded && (around.isFunction() || begun.isFunction()),
              begun.insteadOf().isEmpty() ? around.insteadOf() : begun.insteadOf()));
    }
    return around;
  }

  private Block begun(int index, LogicalLine line) {
    Token first = line.first();
    if (!first.isName() || !Heads.isOne(first.text())) {
      return null;
    }
    int indent = line.indent();
    return switch (first.text()) {
      case "if", "while" -> condition(line);
      case "elif" -> condition(line);
      case "else" -> {
        Branch before = branches.getOrDefault(indent, new Branch(Certainty.PERHAPS, "", false));
        yield Block.of(indent, before.opposite());
      }
      case "try" -> attempt(index, indent);
      case "except" -> {
        Branch before = branches.getOrDefault(indent, new Branch(Certainty.ALWAYS, "", false));
        // what is asked for in place of another is asked for surely, if that other is missing
        Certainty certainty = before.tried().isEmpty() ? Certainty.PERHAPS : Certainty.ALWAYS;
        yield new Block(indent, certainty, false, false, before.tried());
      }
      case "with" -> Block.of(indent, suppresses(line) ? Certainty.CAUGHT : Certainty.ALWAYS);
      case "def", "async" ->
          isFunction(line)
              ? new Block(indent, Certainty.PERHAPS, isUnused(line), true, "")
              : Block.of(indent, Certainty.ALWAYS);
      case "for", "match", "case" -> Block.of(indent, Certainty.PERHAPS);
      default -> Block.of(indent, Certainty.ALWAYS);
    };
  }

  private boolean isUnused(LogicalLine line) {
    return line.indent() == 0 && unused.contains(line.at(1).text());
  }

  private static boolean isFunction(LogicalLine line) {
    return line.first().isName("def") || line.at(1).isName("def");
  }

  /** {@code with suppress(ImportError)}. */
  private static boolean suppresses(LogicalLine line) {
    boolean isSuppressing = false;
    for (Token token : line.tokens()) {
      isSuppressing |= token.isName("suppress");
      if (isSuppressing && token.isName() && CATCHING.contains(token.text())) {
        return true;
      }
    }
    return false;
  }

  private Block condition(LogicalLine line) {
    int indent = line.indent();
    boolean isNot = line.at(1).isName("not");
    Token last = line.at(line.size() - 1);
    boolean isPlain = line.tokens().stream().noneMatch(t -> t.isName("and") || t.isName("or"));
    if (last.isName("TYPE_CHECKING") && isPlain) {
      branches.put(indent, new Branch(isNot ? Certainty.PERHAPS : Certainty.ALWAYS, "", false));
      return isNot
          ? Block.of(indent, Certainty.ALWAYS)
          : new Block(indent, Certainty.PERHAPS, true, false, "");
    }
    if (line.size() == 2 && line.at(1).isName("False")) {
      branches.put(indent, new Branch(Certainty.ALWAYS, "", false));
      return new Block(indent, Certainty.PERHAPS, true, false, "");
    }
    if (line.at(1).isName("__name__") && line.at(3).text().equals("__main__")) {
      branches.put(indent, new Branch(Certainty.PERHAPS, "", false));
      boolean isStarted = starting == Starting.STARTED;
      return new Block(
          indent, isStarted ? Certainty.ALWAYS : Certainty.PERHAPS, starting.isNever(), false, "");
    }
    boolean isElsewhere =
        line.tokens().stream().anyMatch(t -> t.isName() && ELSEWHERE.contains(t.text()))
            || isOsName(line);
    Certainty certainty = isElsewhere ? Certainty.ELSEWHERE : Certainty.PERHAPS;
    branches.put(indent, new Branch(certainty, "", false));
    return Block.of(indent, certainty);
  }

  private static boolean isOsName(LogicalLine line) {
    for (int i = 0; i + 2 < line.size(); i++) {
      if (line.at(i).isName("os") && line.at(i + 1).is(".") && line.at(i + 2).isName("name")) {
        return true;
      }
    }
    return false;
  }

  /** A block behind {@code try}: whether something catches what is missing, and copes with it. */
  private Block attempt(int index, int indent) {
    boolean isCaught = false;
    String tried = "";
    for (int i = index + 1; i < lines.size() && lines.get(i).indent() >= indent; i++) {
      LogicalLine line = lines.get(i);
      boolean isInside = line.indent() > indent;
      if (isInside) {
        boolean isImport = line.first().isName("import") || line.first().isName("from");
        tried = tried.isEmpty() && isImport ? module(line) : tried;
        continue;
      }
      if (line.first().isName("except")) {
        isCaught |= catches(line) && copes(i, indent);
      } else if (!line.first().isName("else") && !line.first().isName("finally")) {
        break;
      }
    }
    branches.put(indent, new Branch(Certainty.ALWAYS, isCaught ? tried : "", isCaught));
    return Block.of(indent, isCaught ? Certainty.CAUGHT : Certainty.ALWAYS);
  }

  private static String module(LogicalLine line) {
    StringBuilder name = new StringBuilder();
    for (int i = 1; i < line.size() && (line.at(i).is(".") || line.at(i).isName()); i++) {
      if (line.at(i).isName("import") || line.at(i).isName("as")) {
        break;
      }
      name.append(line.at(i).text());
    }
    return name.toString();
  }

  private static boolean catches(LogicalLine line) {
    return line.size() == 1
        || line.tokens().stream().anyMatch(t -> t.isName() && CATCHING.contains(t.text()));
  }

  /** A handler has not coped if the last that it does is to raise something, or to end it all. */
  private boolean copes(int handler, int indent) {
    LogicalLine last = null;
    int inner = Integer.MAX_VALUE;
    for (int i = handler + 1; i < lines.size() && lines.get(i).indent() > indent; i++) {
      inner = Math.min(inner, lines.get(i).indent());
      last = lines.get(i);
    }
    if (last == null || last.indent() > inner) {
      return true;
    }
    boolean ends =
        last.first().isName("raise")
            || last.size() > 1
                && last.tokens().stream()
                    .limit(4)
                    .anyMatch(t -> t.isName() && ENDINGS.contains(t.text()));
    return !ends;
  }
}
