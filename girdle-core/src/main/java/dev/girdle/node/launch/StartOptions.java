package dev.girdle.node.launch;

import dev.girdle.app.LaunchSpec;
import dev.girdle.launch.BatchWords;
import dev.girdle.launch.ShellWords;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.node.tree.Resolution;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * The options for Node that a start gives. Node looks up the modules that some of them name from
 * the folder in which the receiver happens to be; so those that the application holds are named by
 * where they lie in the artifact.
 */
public final class StartOptions {
  private static final Set<String> REQUIRING = Set.of("-r", "--require");
  private static final Set<String> IMPORTING =
      Set.of("--import", "--loader", "--experimental-loader");

  private static final Set<String> CONDITIONS = Set.of("-C", "--conditions");

  private final List<Word> words = new ArrayList<>();

  /**
   * One word of a command line.
   *
   * @param text what stands before the path, or all of it
   * @param path a file of the application; empty for none
   * @param isImported whether Node wants an address of it
   */
  private record Word(String text, String path, boolean isImported) {}

  /**
   * Reads options.
   *
   * @param options as the user wrote them
   * @param tree the application's files
   */
  public StartOptions(List<String> options, ModuleTree tree) {
    Resolution resolution = new Resolution(tree);
    String before = "";
    for (String option : options) {
      int equals = option.startsWith("--") ? option.indexOf('=') : -1;
      String name = equals < 0 ? before : option.substring(0, equals);
      String value = option.substring(equals + 1);
      boolean isImport = IMPORTING.contains(name);
      List<String> found =
          isImport || REQUIRING.contains(name)
              ? resolution.find(value, "x", isImport).files().stream()
                  .map(ModuleTree::path)
                  .toList()
              : List.of();
      words.add(
          found.isEmpty()
              ? new Word(option, "", false)
              : new Word(option.substring(0, equals + 1), found.get(0), isImport));
      before = option;
    }
  }

  /**
   * The conditions that Node is given for {@code exports} (Node.js documentation, "Command-line
   * API", {@code --conditions}).
   *
   * @param starts how an application is started
   * @return all that any of them gives
   */
  public static Set<String> conditions(List<LaunchSpec> starts) {
    Set<String> conditions = new TreeSet<>();
    for (LaunchSpec start : starts) {
      String before = "";
      for (String option : start.options()) {
        if (CONDITIONS.contains(before)) {
          conditions.add(option);
        } else if (option.startsWith("--conditions=")) {
          conditions.add(option.substring(option.indexOf('=') + 1));
        }
        before = option;
      }
    }
    return conditions;
  }

  /**
   * The files of the application that are loaded before it.
   *
   * @return their paths
   */
  public List<String> files() {
    return words.stream().map(Word::path).filter(p -> !p.isEmpty()).toList();
  }

  /**
   * The options that are for Node itself.
   *
   * @return as the user wrote them, without those that load {@link #files}
   */
  public List<String> others() {
    List<String> others = new ArrayList<>();
    for (Word word : words) {
      boolean loads = !word.path.isEmpty();
      if (loads && word.text.isEmpty()) {
        others.remove(others.size() - 1); // the option whose value it is
      } else if (!loads) {
        others.add(word.text);
      }
    }
    return others;
  }

  /** As words, for an application that lies at a place. */
  List<String> words(String place) {
    return words(place, "file://" + place);
  }

  /** The same, where the address of the place is not told from its path. */
  List<String> words(String place, String address) {
    List<String> all = new ArrayList<>();
    for (Word word : words) {
      if (word.path.isEmpty()) {
        all.add(word.text);
      } else {
        all.add(word.text + (word.isImported ? address : place) + "/app/" + word.path);
      }
    }
    return all;
  }

  /** For {@code sh}, each with a space before it. */
  String forShell() {
    StringBuilder text = new StringBuilder();
    for (Word word : words) {
      text.append(word.text.isEmpty() ? " " : " " + ShellWords.quoted(word.text));
      if (!word.path.isEmpty()) {
        text.append("\"$home/app/").append(ShellWords.inDoubleQuotes(word.path)).append('"');
      }
    }
    return text.toString();
  }

  /** For a batch file, each with a space before it. */
  String forBatch() {
    StringBuilder text = new StringBuilder();
    for (Word word : words) {
      if (word.path.isEmpty()) {
        text.append(BatchWords.behind(List.of(word.text)));
      } else {
        String place = word.isImported ? "file:///%G_HOME%/app/" : "%G_HOME%/app/";
        text.append(" \"").append(word.text).append(place);
        text.append(word.path.replace("%", "%%")).append('"');
      }
    }
    return text.toString();
  }
}
