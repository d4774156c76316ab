package dev.girdle.node.survey;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A start script of the form {@code [NAME=VALUE ...] node [options] FILE [arguments]} (npm
 * documentation, "scripts").
 *
 * @param environment the variables that it sets
 * @param options for Node
 * @param file what is started
 * @param arguments for the program
 */
record StartScript(
    Map<String, String> environment, List<String> options, String file, List<String> arguments) {
  /** What a shell takes as it is, plain or in quotes; all else means something to it. */
  private static final Pattern WORD =
      Pattern.compile("\\s*((?:[\\w@%+=:,./-]|'[^']*'|\"[^\"$`\\\\]*\")+)(?=\\s|$)");

  private static final Pattern VARIABLE = Pattern.compile("([A-Za-z_]\\w*)=(.*)");

  /** Options of Node whose value is the next word. */
  private static final List<String> WITH_VALUE =
      List.of("-r", "--require", "--import", "--loader", "--experimental-loader", "-C");

  /** Empty if it is of another form, or a shell has more to do than to split words. */
  static Optional<StartScript> of(String script) {
    Matcher matcher = WORD.matcher(script.strip());
    List<String> words = new ArrayList<>();
    int end = 0;
    while (matcher.lookingAt()) {
      words.add(matcher.group(1).replaceAll("[\"']", ""));
      end = matcher.end();
      matcher.region(end, script.strip().length());
    }
    return end < script.strip().length() ? Optional.empty() : of(words);
  }

  private static Optional<StartScript> of(List<String> words) {
    Map<String, String> environment = new LinkedHashMap<>();
    int at = 0;
    for (; at < words.size(); at++) {
      Matcher variable = VARIABLE.matcher(words.get(at));
      if (!variable.matches()) {
        break;
      }
      environment.put(variable.group(1), variable.group(2));
    }
    if (at == words.size() || !words.get(at++).equals("node")) {
      return Optional.empty();
    }
    List<String> options = new ArrayList<>();
    while (at < words.size() && words.get(at).startsWith("-")) {
      boolean hasValue = WITH_VALUE.contains(words.get(at));
      options.add(words.get(at++));
      if (hasValue && at < words.size()) {
        options.add(words.get(at++));
      }
    }
    return at == words.size()
        ? Optional.empty()
        : Optional.of(
            new StartScript(
                environment, options, words.get(at), words.subList(at + 1, words.size())));
  }
}
