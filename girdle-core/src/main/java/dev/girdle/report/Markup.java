package dev.girdle.report;

/** Texts of others in mark-up. */
final class Markup {
  private Markup() {}

  /** The text so that it can stand in an element or in quotes, in HTML as in SVG. */
  static String text(String text) {
    StringBuilder escaped = new StringBuilder(text.length() + 16);
    text.codePoints()
        .forEach(
            c -> {
              switch (c) {
                case '&' -> escaped.append("&amp;");
                case '<' -> escaped.append("&lt;");
                case '>' -> escaped.append("&gt;");
                case '"' -> escaped.append("&quot;");
                case '\'' -> escaped.append("&#39;");
                default -> escaped.appendCodePoint(c >= ' ' || c == '\t' ? c : 0xFFFD);
              }
            });
    return escaped.toString();
  }
}
