package dev.girdle.nativeprogram.linkage;

import dev.girdle.closure.How;
import dev.girdle.closure.Thing;

/** The kinds of things that native programs ask for, and in which ways. */
public final class NativeThing {
  /** A library that code is linked with, by its name. */
  public static final Thing LINKED = new Thing("linked-library", "library", false);

  /** A library that code names, by its path. */
  public static final Thing LOADED = new Thing("loaded-library", "library", false);

  /** Releases of symbols that a library has to have. */
  public static final Thing VERSION = new Thing("symbol-version", "symbol version", false);

  /** An assembly for .NET, by its name. */
  public static final Thing ASSEMBLY = new Thing("assembly", "assembly", false);

  /** A native library whose functions an assembly calls, by the name that stands in it. */
  public static final Thing CALLED = new Thing("called-library", "library", false);

  /** A folder, with all that is in it. */
  public static final Thing FOLDER = new Thing("folder", "folder", false);

  /** Is linked with. */
  public static final How LINKS = How.of("linked", "is linked with", "linked by");

  /** Loads a library by a name that stands in it. */
  public static final How LOADS = How.of("loads", "names, as if to load it,", "named by");

  /** Refers to another assembly. */
  public static final How REFERS = How.of("refers", "refers to", "referred to by");

  /** Calls functions of native code. */
  public static final How CALLS = How.of("calls", "calls functions of", "called by");

  /** Lies beside something, for it. */
  public static final How BESIDE = How.of("beside", "has beside it", "beside");

  /** Names a file. */
  public static final How NAMES = How.of("names", "names", "named by");

  /** Names the folder that something lies in. */
  public static final How NAMES_FOLDER =
      How.of("names-folder", "names the folder of", "in a folder named by");

  /** Its package says that it needs one without code. */
  public static final How NEEDS_DATA =
      How.of("needs-data", "needs the package of", "in a package needed by that of");

  /** Is run by what its first line names. */
  public static final How RUN_BY = How.of("run-by", "is run by", "runs");

  private NativeThing() {}
}
