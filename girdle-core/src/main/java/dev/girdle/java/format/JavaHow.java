package dev.girdle.java.format;

import dev.girdle.closure.How;
import java.util.List;

/** In which ways Java asks for things. Each has a verb for sentences: "X calls Y". */
public final class JavaHow {
  /** Code is called. */
  public static final How CALL = How.of("call", "calls", "called by");

  /** A field or variable is read or written. */
  public static final How FIELD = How.of("field", "uses a field of", "a field of it used by");

  /** A type is extended or implemented. */
  public static final How INHERITANCE = new How("inheritance", "extends", "extended by", true);

  /** A type is created, cast to, tested for, or mentioned in code. */
  public static final How TYPE = How.of("type", "uses", "used by");

  /** An error is caught. */
  public static final How CATCH = How.of("catch", "catches", "caught by");

  /** A type stands in a declaration. */
  public static final How DECLARATION = How.of("declaration", "declares", "in a declaration of");

  /** An annotation that can be read at run time. */
  public static final How ANNOTATION = How.of("annotation", "is annotated with", "annotation on");

  /** A place that is linked at run time by a bootstrap method. */
  public static final How DYNAMIC = How.of("dynamic", "links through", "linked by");

  /** A declared relation: nest, record, sealed hierarchy. */
  public static final How RELATION =
      How.of("relation", "is declared together with", "declared together with");

  /** A service type whose providers are listed. */
  public static final How SERVICE =
      How.of("service", "asks for services of", "services of it asked for by");

  /** A listed provider of a service. */
  public static final How PROVIDER =
      How.of("provider", "lists the provider", "listed as provider in");

  /** Loaded by a constant name. */
  public static final How REFLECTION = How.of("reflection", "loads by name", "loaded by name by");

  /** A file is looked up by a constant name. */
  public static final How RESOURCE = How.of("resource", "looks up", "looked up by");

  /** A text in code is the name of something that is there. */
  public static final How CODE_TEXT =
      How.of("code_text", "has a text that names", "named in a text of");

  /** A file is text that names something that is there. */
  public static final How FILE_TEXT =
      How.of("file_text", "names in its text", "named in the text of");

  /** A jar that lies in a library as a file holds code that names it. */
  public static final How WITHIN =
      How.of("within", "holds code that names", "named by code in the jar");

  /** A text in code, joined with what only the run tells, can be the name of it. */
  public static final How JOINED =
      How.of("joined", "joins a text that can name", "can be named by a joined text in");

  /** Texts in several languages are looked up by their common name. */
  public static final How BUNDLE = How.of("bundle", "takes texts from", "texts taken by");

  /** An object that stands for an interface is made at run time. */
  public static final How PROXY = How.of("proxy", "makes a proxy for", "proxy made by");

  /** The constants of an enumeration are looked up by name. */
  public static final How ENUM = How.of("enum", "looks up constants of", "constants looked up by");

  /** Stored and restored together with the object that holds it. */
  public static final How SERIAL =
      How.of("serial", "is stored together with", "stored together with");

  /** A module requires another. */
  public static final How REQUIRES = How.of("requires", "requires", "required by");

  /** A module says whose services it asks for. */
  public static final How USES =
      How.of("uses", "declares to use services of", "services of it declared to be used by");

  /** A module says what provides a service. */
  public static final How PROVIDES =
      How.of("provides", "declares the provider", "declared as provider by");

  /** A library of native code is loaded. */
  public static final How NATIVE = How.of("native", "loads the native library", "loaded by");

  /** An instance is made, whose methods can be called through what it extends. */
  public static final How INSTANCE = How.of("instance", "makes an instance of", "instance made by");

  /** Looked at when the code is verified, before any of it runs. */
  public static final How VERIFY =
      How.of("verify", "is verified with a look at", "looked at to verify");

  /** Native code of the runtime, such as the virtual machine, looks it up by its name. */
  public static final How NATIVE_TEXT =
      How.of("native_text", "looks up by name", "looked up by name by");

  /** The name of a file is that of something that is there. */
  public static final How FILE_NAME = How.of("file_name", "has the name of", "gives its name to");

  /**
   * All ways, the engine's own among them, in a fixed order: what is remembered names their places.
   */
  public static final List<How> ALL =
      List.of(
          How.PLAN,
          How.ALWAYS,
          CALL,
          FIELD,
          INHERITANCE,
          TYPE,
          CATCH,
          DECLARATION,
          ANNOTATION,
          DYNAMIC,
          RELATION,
          SERVICE,
          PROVIDER,
          REFLECTION,
          RESOURCE,
          CODE_TEXT,
          FILE_TEXT,
          JOINED,
          BUNDLE,
          PROXY,
          ENUM,
          SERIAL,
          How.OWN,
          How.BROUGHT,
          How.ALONG,
          REQUIRES,
          USES,
          PROVIDES,
          How.DECLARED,
          NATIVE,
          INSTANCE,
          How.PART,
          VERIFY,
          NATIVE_TEXT,
          How.EVIDENCE,
          How.OPEN,
          FILE_NAME,
          WITHIN);

  private JavaHow() {}
}
