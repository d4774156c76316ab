package dev.girdle.closure;

/** What kind of thing a name stands for. */
public enum Thing {
  /** A unit of code: a class. */
  CODE("class"),
  /** A file that is read. */
  RESOURCE("file"),
  /** A family of files that hold texts in several languages. */
  BUNDLE("bundle of texts"),
  /** The lists of providers of a service type. */
  SERVICE("service"),
  /** A declared unit of several packages. */
  MODULE("module"),
  /** A library of native code, by the name that programs call it. */
  NATIVE("native library"),
  /** What makers publish as one and others declare to need. */
  LIBRARY("library");

  private final String label;

  Thing(String label) {
    this.label = label;
  }

  /**
   * What users call one of them.
   *
   * @return a noun without article
   */
  public String label() {
    return label;
  }
}
