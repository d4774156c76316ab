package dev.girdle.java.format;

import dev.girdle.closure.Thing;
import java.util.Comparator;
import java.util.List;

/** What kinds of things Java asks for. */
public final class JavaThing {
  /** A unit of code: a class. */
  public static final Thing CODE = new Thing("code", "class", true);

  /** A family of files that hold texts in several languages. */
  public static final Thing BUNDLE = new Thing("bundle", "bundle of texts", false);

  /** The lists of providers of a service type. */
  public static final Thing SERVICE = new Thing("service", "service", false);

  /** A declared unit of several packages. */
  public static final Thing MODULE = new Thing("module", "module", false);

  /** All kinds, those that languages have in common among them, in a fixed order. */
  public static final List<Thing> ALL =
      List.of(CODE, Thing.FILE, BUNDLE, SERVICE, MODULE, Thing.NATIVE, Thing.LIBRARY);

  /** The order of {@link #ALL}. */
  public static final Comparator<Thing> ORDER = Comparator.comparingInt(ALL::indexOf);

  private JavaThing() {}
}
