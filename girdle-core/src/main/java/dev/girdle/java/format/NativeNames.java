package dev.girdle.java.format;

/** The file names that {@code System.loadLibrary} looks for on the systems that Java runs on. */
public final class NativeNames {
  private NativeNames() {}

  /** The name that a program calls the library by; null if it is not named like one. */
  public static String libraryOf(String fileName) {
    if (fileName.endsWith(".dll")) {
      return fileName.substring(0, fileName.length() - ".dll".length());
    }
    if (!fileName.startsWith("lib")) {
      return null;
    }
    int so = fileName.indexOf(".so");
    if (so > 3 && (so + 3 == fileName.length() || fileName.charAt(so + 3) == '.')) {
      return fileName.substring(3, so);
    }
    for (String ending : new String[] {".dylib", ".jnilib"}) {
      if (fileName.endsWith(ending)) {
        return fileName.substring(3, fileName.length() - ending.length());
      }
    }
    return null;
  }
}
