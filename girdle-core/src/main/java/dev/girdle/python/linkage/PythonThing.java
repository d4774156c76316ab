package dev.girdle.python.linkage;

import dev.girdle.closure.How;
import dev.girdle.closure.Thing;

/** The kinds of things that Python programs ask for, and the ways in which they do. */
public final class PythonThing {
  /** A module, by its full dotted name. */
  public static final Thing MODULE = new Thing("python_module", "module", true);

  /** A distribution, by the name that it is compared by. */
  static final Thing PROJECT = new Thing("python_project", "distribution", false);

  /** Imported whenever the module is loaded. */
  static final How IMPORTS = How.of("imports_module", "imports", "imported by");

  /** Imported in a function, or under a condition. */
  static final How MAY_IMPORT = How.of("may_import_module", "may import", "may be imported by");

  /** Imported by a call that takes its name. */
  static final How LOADS = How.of("loads_module", "loads by name", "loaded by name by");

  /** A text names it. */
  static final How NAMES = How.of("names_module", "names in a text", "named in a text of");

  /** A file is named by its path. */
  static final How OPENS = How.of("opens_file", "may open", "may be opened by");

  /** It describes what is used. */
  static final How DESCRIBED =
      How.of("described", "is described by", "describes what is used of it:");

  private PythonThing() {}

  /** Whether what is asked for in a way is asked for whenever the asker is loaded. */
  static boolean isAlways(How how) {
    return how.equals(IMPORTS);
  }
}
