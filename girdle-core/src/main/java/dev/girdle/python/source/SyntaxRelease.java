package dev.girdle.python.source;

import java.util.List;

/**
 * The oldest release that can read a source text, as far as its statements tell ("What's New in
 * Python" of each release).
 */
public final class SyntaxRelease {
  private SyntaxRelease() {}

  /**
   * Looks at a text.
   *
   * @param text the source
   * @return for example "3.10"; "3.0" if any release that is in use reads it
   */
  public static String of(String text) {
    List<LogicalLine> lines = Lexer.lines(text);
    int minor = 0;
    for (int i = 0; i < lines.size(); i++) {
      LogicalLine next = i + 1 < lines.size() ? lines.get(i + 1) : null;
      minor = Math.max(minor, minor(lines.get(i), next));
    }
    return "3." + minor;
  }

  private static int minor(LogicalLine line, LogicalLine next) {
    boolean isDefinition = line.first().isName("def") || line.first().isName("class");
    boolean isAlias =
        line.first().isName("type")
            && line.at(1).isName()
            && (line.at(2).is("=") || line.at(2).is("["));
    if (isAlias || isDefinition && line.at(2).is("[")) {
      return 12;
    }
    if (line.first().isName("except") && line.at(1).is("*")) {
      return 11;
    }
    boolean isMatch =
        line.first().isName("match")
            && next != null
            && next.indent() > line.indent()
            && next.first().isName("case");
    if (isMatch) {
      return 10;
    }
    return line.tokens().stream().anyMatch(t -> t.is(":=")) ? 8 : 0;
  }
}
