package dev.girdle.plan;

/** The forms that can be made. */
public enum FormKind {
  /** A portable folder with starters. */
  FOLDER,
  /** One archive that the language's own runtime starts. */
  ARCHIVE
}
