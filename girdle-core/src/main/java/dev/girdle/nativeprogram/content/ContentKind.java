package dev.girdle.nativeprogram.content;

import java.nio.charset.StandardCharsets;

/** What the first bytes of a file tell of it. */
public enum ContentKind {
  /** Pictures, sounds, films, fonts, archives: they name nothing of the application. */
  MEDIA,
  /** Lines of text. */
  TEXT,
  /** Anything else, which may name files all the same. */
  OTHER;

  /** How many bytes are looked at. */
  public static final int HEAD = 512;

  /** Signatures, at the start but where a number stands before them. */
  private static final String[] SIGNATURES = {
    "\u0089PNG",
    "\u00ff\u00d8\u00ff",
    "GIF8",
    "RIFF",
    "OggS",
    "fLaC",
    "ID3",
    "\u00ff\u00fb",
    "BM",
    "II*\0",
    "MM\0*",
    "DDS ",
    "PK\3\4",
    "\u001f\u008b",
    "BZh",
    "\u00fd7zXZ",
    "7z\u00bc\u00af",
    "(\u00b5/\u00fd",
    "\u0000\u0001\u0000\u0000\0",
    "OTTO",
    "wOFF",
    "wOF2",
    "ttcf",
    "%PDF",
    "\u001aE\u00df\u00a3",
    "FORM",
    "MThd",
    "\u00abKTX",
    "#?RADIANCE",
    "glTF",
    "8BPS",
    "Rar!"
  };

  /**
   * Looks at the first bytes.
   *
   * @param head the first {@link #HEAD} bytes, or all of a shorter file
   * @return what it is
   */
  public static ContentKind of(byte[] head) {
    String start = new String(head, 0, Math.min(head.length, 16), StandardCharsets.ISO_8859_1);
    for (String signature : SIGNATURES) {
      if (start.startsWith(signature)) {
        return MEDIA;
      }
    }
    if (start.length() > 11 && start.startsWith("ftyp", 4)) {
      return MEDIA;
    }
    for (byte b : head) {
      if (b == 0) {
        return OTHER;
      }
    }
    return TEXT;
  }
}
