package org.ternhaven.tidebook;

import org.fusesource.jansi.Ansi;

/** Colours for warnings, where the library for them is installed. */
final class Paint {
  private static final boolean AVAILABLE = isAvailable();

  private Paint() {}

  private static boolean isAvailable() {
    try {
      return Ansi.isEnabled() && System.console() != null;
    } catch (NoClassDefFoundError e) {
      return false;
    }
  }

  static String warning(String text) {
    return AVAILABLE ? Colours.red(text) : text;
  }

  /** A class of its own, since it is loaded only where the library is. */
  private static final class Colours {
    static String red(String text) {
      return Ansi.ansi().fgRed().a(text).reset().toString();
    }
  }
}
