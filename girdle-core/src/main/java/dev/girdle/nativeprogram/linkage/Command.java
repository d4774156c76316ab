package dev.girdle.nativeprogram.linkage;

import dev.girdle.system.RootFolder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A command as people type it in the application's folder: {@code perl -w tides.pl --all}.
 *
 * @param program the path of a program of the system
 * @param before words between the program and the file
 * @param file the first word that is a file of the application, by its path there; empty if none is
 * @param after words behind that, or all words if there is none
 */
public record Command(
    String program, List<String> before, Optional<String> file, List<String> after) {
  private static final List<String> PATH =
      List.of("/usr/local/bin/", "/usr/bin/", "/bin/", "/usr/local/sbin/", "/usr/sbin/", "/sbin/");

  /** Copies the lists. */
  public Command {
    before = List.copyOf(before);
    after = List.copyOf(after);
  }

  /**
   * What a text means as a command.
   *
   * @param text words between blanks; quotes and backslashes as in {@code sh} keep words together
   * @param isOwn whether a path is a file of the application
   * @param root the system that has the program
   * @return empty if the first word is no program of the system, or a quote has no end
   */
  public static Optional<Command> of(String text, Predicate<String> isOwn, RootFolder root) {
    Optional<List<String>> words = words(text);
    if (words.isEmpty() || words.get().isEmpty()) {
      return Optional.empty();
    }
    Optional<String> program = program(words.get().get(0), root);
    if (program.isEmpty()) {
      return Optional.empty();
    }
    List<String> rest = words.get().subList(1, words.get().size());
    for (int i = 0; i < rest.size(); i++) {
      String path = rest.get(i).startsWith("./") ? rest.get(i).substring(2) : rest.get(i);
      if (isOwn.test(path)) {
        return Optional.of(
            new Command(
                program.get(),
                rest.subList(0, i),
                Optional.of(path),
                rest.subList(i + 1, rest.size())));
      }
    }
    return Optional.of(new Command(program.get(), List.of(), Optional.empty(), rest));
  }

  private static Optional<String> program(String word, RootFolder root) {
    if (word.startsWith("/")) {
      return root.file(word).isPresent() ? Optional.of(word) : Optional.empty();
    }
    return word.contains("/")
        ? Optional.empty()
        : PATH.stream().map(p -> p + word).filter(p -> root.file(p).isPresent()).findFirst();
  }

  /** By the quoting of POSIX {@code sh} (Shell Command Language, 2.2), without its expansions. */
  private static Optional<List<String>> words(String text) {
    List<String> words = new ArrayList<>();
    StringBuilder word = null;
    char quote = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (quote == 0 && Character.isWhitespace(c)) {
        if (word != null) {
          words.add(word.toString());
        }
        word = null;
        continue;
      }
      word = word == null ? new StringBuilder() : word;
      if (c == quote) {
        quote = 0;
      } else if (quote == 0 && (c == '\'' || c == '"')) {
        quote = c;
      } else if (c == '\\' && quote != '\'' && i + 1 < text.length()) {
        word.append(text.charAt(++i));
      } else {
        word.append(c);
      }
    }
    if (word != null) {
      words.add(word.toString());
    }
    return quote == 0 ? Optional.of(words) : Optional.empty();
  }
}
