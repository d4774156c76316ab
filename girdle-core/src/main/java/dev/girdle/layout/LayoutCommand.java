package dev.girdle.layout;

import java.util.List;

/**
 * How a program in the artifact is started where there is no shell.
 *
 * @param name what the way to start it is called
 * @param words the program and its arguments, in which {@link #PLACE} stands for the folder that
 *     the layout lies in
 * @param folder where programs of its language expect to be started, written in the same way
 */
public record LayoutCommand(String name, List<String> words, String folder) {
  /** Stands for the folder of the layout, without a slash at its end; nothing else can be it. */
  public static final String PLACE = "\0";

  /** Copies the list. */
  public LayoutCommand {
    words = List.copyOf(words);
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
