package dev.girdle.closure;

/** In which way something is asked for. Each has a verb for sentences: "X calls Y". */
public enum How {
  /** The user named it. */
  PLAN("starts with"),
  /** Code is called. */
  CALL("calls"),
  /** A field or variable is read or written. */
  FIELD("uses a field of"),
  /** A type is extended or implemented. */
  INHERITANCE("extends"),
  /** A type is created, cast to, tested for, or mentioned in code. */
  TYPE("uses"),
  /** An error is caught. */
  CATCH("catches"),
  /** A type stands in a declaration. */
  DECLARATION("declares"),
  /** An annotation that can be read at run time. */
  ANNOTATION("is annotated with"),
  /** A place that is linked at run time by a bootstrap method. */
  DYNAMIC("links through"),
  /** A declared relation: nest, record, sealed hierarchy. */
  RELATION("is declared together with"),
  /** A service type whose providers are listed. */
  SERVICE("is a service type, listed in"),
  /** A listed provider of a service. */
  PROVIDER("lists the provider"),
  /** Loaded by a constant name. */
  REFLECTION("loads by name"),
  /** A file is looked up by a constant name. */
  RESOURCE("looks up"),
  /** A text in code is the name of something that is there. */
  CODE_TEXT("has a text that names"),
  /** A file is text that names something that is there. */
  FILE_TEXT("names in its text");

  private final String verb;

  How(String verb) {
    this.verb = verb;
  }

  /**
   * The verb for a sentence with the asking item before and the wanted one after it.
   *
   * @return a few words
   */
  public String verb() {
    return verb;
  }
}
