package dev.girdle.plan.file;

import java.util.Map;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Puts in what a text takes from the environment: {@code ${NAME}}, or {@code ${NAME:-default}} for
 * a variable that may be unset or empty, in the notation of POSIX.1-2017, Shell Command Language,
 * 2.6.2. Two dollar signs are one.
 */
record Variables(Map<String, String> environment) {
  private static final Pattern REFERENCE =
      Pattern.compile("\\$\\$|\\$\\{([A-Za-z_][A-Za-z0-9_]*)(:-([^}]*))?}|\\$\\{");

  /** Tells what is unset, or not understood, and leaves it as it is. */
  String putIn(String text, Consumer<String> problems) {
    if (text.indexOf('$') < 0) {
      return text;
    }
    Matcher matcher = REFERENCE.matcher(text);
    return matcher.replaceAll(found -> Matcher.quoteReplacement(value(matcher, problems)));
  }

  private String value(Matcher found, Consumer<String> problems) {
    if (found.group().equals("$$")) {
      return "$";
    }
    String name = found.group(1);
    if (name == null) {
      problems.accept("${ is opened and not understood: ${NAME} or ${NAME:-default}; $$ is a $");
      return found.group();
    }
    String value = environment.getOrDefault(name, "");
    if (!value.isEmpty()) {
      return value;
    }
    if (found.group(2) != null) {
      return found.group(3);
    }
    problems.accept(
        "the environment variable "
            + name
            + " is not set; set it, or give a default: ${"
            + name
            + ":-…}");
    return found.group();
  }
}
