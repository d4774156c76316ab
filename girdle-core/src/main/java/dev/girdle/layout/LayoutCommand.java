package dev.girdle.layout;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * How a program in the artifact is started where there is no shell.
 *
 * @param name what the way to start it is called
 * @param words the program and its arguments, in which {@link #PLACE} stands for the folder that
 *     the layout lies in
 * @param folder where programs of its language expect to be started, written in the same way
 * @param environment variables that are set for it, with values written in the same way
 * @param shell the program in the layout that is to be the system's shell, by its path; the C
 *     library starts commands by that. Empty if nothing is known to start any
 */
public record LayoutCommand(
    String name,
    List<String> words,
    String folder,
    Map<String, String> environment,
    Optional<String> shell) {
  /** Stands for the folder of the layout, without a slash at its end; nothing else can be it. */
  public static final String PLACE = "\0";

  /** Copies the list and the map. */
  public LayoutCommand {
    words = List.copyOf(words);
    environment = Map.copyOf(environment);
  }

  /** A command of a program that is not known to start commands. */
  public LayoutCommand(
      String name, List<String> words, String folder, Map<String, String> environment) {
    this(name, words, folder, environment, Optional.empty());
  }

  /** A command for which no variables are set. */
  public LayoutCommand(String name, List<String> words, String folder) {
    this(name, words, folder, Map.of());
  }

  /**
   * The variables, once the place is known.
   *
   * @param place the folder that the layout lies in, without a slash at its end
   * @return by name, sorted
   */
  public Map<String, String> environmentAt(String place) {
    Map<String, String> all = new TreeMap<>();
    environment.forEach((name, value) -> all.put(name, value.replace(PLACE, place)));
    return all;
  }

  /**
   * The words, once the place is known.
   *
   * @param place the folder that the layout lies in, without a slash at its end
   * @return the program and its arguments
   */
  public List<String> at(String place) {
    return words.stream().map(w -> w.replace(PLACE, place)).toList();
  }

  /**
   * Where it expects to be started, once the place is known.
   *
   * @param place the folder that the layout lies in, without a slash at its end
   * @return a path
   */
  public String folderAt(String place) {
    return folder.replace(PLACE, place);
  }
}
