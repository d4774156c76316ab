package dev.girdle.ecosystem;

/** The shapes in which a language can lay an application out. */
public enum Shape {
  /** A folder with starters. */
  FOLDER,
  /** One archive that holds the components whole. */
  NESTED,
  /** One archive of one tree, all components merged. */
  MERGED,
  /** A folder for where there is no shell: without starters, but with the words that start it. */
  BARE,
  /** A folder with a prebuilt program that runs the application. */
  HOSTED,
  /** What debuggers read of native code, and nothing else. */
  SYMBOLS;

  /**
   * Whether it is a folder that a runtime can go along in.
   *
   * @return false for archives, and where another program, or nothing, is the runtime
   */
  public boolean isFolder() {
    return this == FOLDER || this == BARE;
  }
}
