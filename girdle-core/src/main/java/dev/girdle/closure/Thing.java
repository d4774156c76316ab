package dev.girdle.closure;

/**
 * What kind of thing a name stands for. Languages bring their own; those that stand here are what
 * languages have in common, so that one can ask for what another answers.
 *
 * @param id short, unique over all languages, of small letters; stands in records and JSON
 * @param label what users call one of them: a noun without article
 * @param isCode whether it is a unit of code. Who copes with the absence of code is prepared for
 *     that of all that is supplied with it; who copes with that of anything else is not.
 */
public record Thing(String id, String label, boolean isCode) {
  /** A file that is read. */
  public static final Thing FILE = new Thing("resource", "file", false);

  /** A library of native code, by the name that programs call it. */
  public static final Thing NATIVE = new Thing("native", "native library", false);

  /** What makers publish as one and others declare to need. */
  public static final Thing LIBRARY = new Thing("library", "library", false);

  @Override
  public boolean equals(Object other) {
    return this == other || other instanceof Thing thing && id.equals(thing.id);
  }

  @Override
  public int hashCode() {
    return id.hashCode();
  }
}
