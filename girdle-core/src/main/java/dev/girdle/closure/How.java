package dev.girdle.closure;

/** In which way something is asked for. Each has a verb for sentences: "X calls Y". */
public enum How {
  /** The user named it. */
  PLAN("starts with", "named by"),
  /** Code is called. */
  CALL("calls", "called by"),
  /** A field or variable is read or written. */
  FIELD("uses a field of", "a field of it used by"),
  /** A type is extended or implemented. */
  INHERITANCE("extends", "extended by"),
  /** A type is created, cast to, tested for, or mentioned in code. */
  TYPE("uses", "used by"),
  /** An error is caught. */
  CATCH("catches", "caught by"),
  /** A type stands in a declaration. */
  DECLARATION("declares", "in a declaration of"),
  /** An annotation that can be read at run time. */
  ANNOTATION("is annotated with", "annotation on"),
  /** A place that is linked at run time by a bootstrap method. */
  DYNAMIC("links through", "linked by"),
  /** A declared relation: nest, record, sealed hierarchy. */
  RELATION("is declared together with", "declared together with"),
  /** A service type whose providers are listed. */
  SERVICE("asks for services of", "services of it asked for by"),
  /** A listed provider of a service. */
  PROVIDER("lists the provider", "listed as provider in"),
  /** Loaded by a constant name. */
  REFLECTION("loads by name", "loaded by name by"),
  /** A file is looked up by a constant name. */
  RESOURCE("looks up", "looked up by"),
  /** A text in code is the name of something that is there. */
  CODE_TEXT("has a text that names", "named in a text of"),
  /** A file is text that names something that is there. */
  FILE_TEXT("names in its text", "named in the text of");

  private final String verb;
  private final String passive;

  How(String verb, String passive) {
    this.verb = verb;
    this.passive = passive;
  }

  /**
   * The verb for a sentence with the asking item before and the wanted one after it.
   *
   * @return a few words
   */
  public String verb() {
    return verb;
  }

  /**
   * The words for a sentence with the wanted thing before and the asking item after them.
   *
   * @return a few words
   */
  public String passive() {
    return passive;
  }
}
