package dev.girdle.draft;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Texts as YAML has them (YAML 1.2.2, 7.3): plain where that is safe, else in double quotes. */
final class Scalar {
  private static final Pattern PLAIN = Pattern.compile("[A-Za-z0-9_./][A-Za-z0-9_./+()@-]*");
  private static final Pattern TAKEN =
      Pattern.compile(
          "(?i)true|false|null|yes|no|on|off|y|n|[+-]?[0-9_]*\\.?[0-9_]*(e[+-]?[0-9]+)?");

  private Scalar() {}

  /** A dollar sign stands for itself. */
  static String of(String text) {
    String literal = text.replace("$", "$$");
    if (PLAIN.matcher(literal).matches() && !TAKEN.matcher(literal).matches()) {
      return literal;
    }
    StringBuilder quoted = new StringBuilder("\"");
    for (char c : literal.toCharArray()) {
      if (c == '"' || c == '\\') {
        quoted.append('\\').append(c);
      } else if (c < ' ') {
        quoted.append(String.format("\\x%02x", (int) c));
      } else {
        quoted.append(c);
      }
    }
    return quoted.append('"').toString();
  }

  static String list(List<String> texts) {
    return texts.stream().map(Scalar::of).collect(Collectors.joining(", ", "[", "]"));
  }
}
