package dev.girdle.nativeprogram.linkage;

import java.util.List;

/**
 * What runs a file that is no native program: a script, an assembly.
 *
 * @param program its path in the system that libraries are taken from
 * @param words what it is told before the file
 * @param isReceivers whether every receiver's system has it, so that it does not go along
 */
public record Runner(String program, List<String> words, boolean isReceivers) {
  /** Copies the list. */
  public Runner {
    words = List.copyOf(words);
  }
}
