package dev.girdle.node.linkage;

import dev.girdle.closure.How;
import dev.girdle.closure.Thing;

/** The kinds of things that Node programs ask for, and the ways in which they do. */
final class NodeThing {
  /** A module, found by the rules of {@code require}. */
  static final Thing REQUIRED = new Thing("node_require", "module", true);

  /** A module, found by the rules of {@code import}. */
  static final Thing IMPORTED = new Thing("node_import", "module", true);

  /** A package, as descriptions name it. */
  static final Thing PACKAGE = new Thing("node_package", "package", false);

  /** Required whenever the module is loaded. */
  static final How REQUIRES = How.of("requires_module", "requires", "required by");

  /** Required in a function, or under a condition. */
  static final How MAY_REQUIRE = How.of("may_require", "may require", "may be required by");

  /** Imported whenever the module is loaded. */
  static final How IMPORTS = How.of("imports", "imports", "imported by");

  /** Imported by code that runs later, or under a condition. */
  static final How MAY_IMPORT = How.of("may_import", "may import", "may be imported by");

  /** A text names it. */
  static final How NAMES = How.of("names", "names in a text", "named in a text of");

  /** A path is put together that leads to it. */
  static final How OPENS = How.of("opens", "may open", "may be opened by");

  /** Whether what is asked for in a way is asked for whenever the asker is loaded. */
  static boolean isAlways(How how) {
    return how.equals(REQUIRES) || how.equals(IMPORTS);
  }

  private NodeThing() {}
}
