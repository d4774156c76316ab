package dev.girdle.closure;

/** In which way something is asked for. Each has a verb for sentences: "X calls Y". */
public enum How {
  /** The user named it. */
  PLAN("starts with", "named by"),
  /** The user wants it in any case. */
  ALWAYS("always keeps", "always kept by"),
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
  FILE_TEXT("names in its text", "named in the text of"),
  /** A text in code, joined with what only the run tells, can be the name of it. */
  JOINED("joins a text that can name", "can be named by a joined text in"),
  /** Texts in several languages are looked up by their common name. */
  BUNDLE("takes texts from", "texts taken by"),
  /** An object that stands for an interface is made at run time. */
  PROXY("makes a proxy for", "proxy made by"),
  /** The constants of an enumeration are looked up by name. */
  ENUM("looks up constants of", "constants looked up by"),
  /** Stored and restored together with the object that holds it. */
  SERIAL("is stored together with", "stored together with"),
  /** It is the application's own. */
  OWN("has as its own", "its own, handed over by"),
  /** It can be opened by any name, since it is a file of a component that holds no code. */
  BROUGHT("brings along, to be opened by any name,", "brought along by"),
  /** It travels along with what is reached of its component. */
  ALONG("takes along", "taken along by"),
  /** A file that a component ships for builds that know all classes beforehand. */
  HINTS("is accompanied by the hints", "hints that accompany"),
  /** Such a file names it. */
  HINT("hints at", "hinted at by"),
  /** A module requires another. */
  REQUIRES("requires", "required by"),
  /** A module says whose services it asks for. */
  USES("declares to use services of", "services of it declared to be used by"),
  /** A module says what provides a service. */
  PROVIDES("declares the provider", "declared as provider by"),
  /** Makers say that what they have made needs it. */
  DECLARED("is declared to need", "declared to be needed by"),
  /** A library of native code is loaded. */
  NATIVE("loads the native library", "loaded by"),
  /** An instance is made, whose methods can be called through what it extends. */
  INSTANCE("makes an instance of", "instance made by"),
  /** Part of an item: what uses it uses the item. */
  PART("is part of", "part of it is"),
  /** Looked at when the code is verified, before any of it runs. */
  VERIFY("is verified with a look at", "looked at to verify"),
  /** Native code of the runtime, such as the virtual machine, looks it up by its name. */
  NATIVE_TEXT("looks up by name", "looked up by name by"),
  /** It was seen in use when the program ran. */
  EVIDENCE("was seen to use", "seen in use in"),
  /** One of the things that a name, known only at run time, could stand for. */
  OPEN("asks by a name known only at run time, which may mean", "may be meant by");

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
