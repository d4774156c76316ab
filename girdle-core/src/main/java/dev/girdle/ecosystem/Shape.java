package dev.girdle.ecosystem;

/** The shapes in which a language can lay an application out. */
public enum Shape {
  /** A folder with starters. */
  FOLDER,
  /** One archive that holds the components whole. */
  NESTED,
  /** One archive of one tree, all components merged. */
  MERGED,
  /** A folder with a prebuilt program that runs the application. */
  HOSTED
}
