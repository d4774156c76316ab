package dev.girdle.depot;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Sha256;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.PublicKey;
import java.util.Base64;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Keys in files (RFC 7468, "Textual Encodings"; RFC 8410 for Ed25519). */
final class KeyFile {
  static final String ALGORITHM = "Ed25519";
  static final String PRIVATE = "PRIVATE KEY";
  static final String PUBLIC = "PUBLIC KEY";
  private static final int LINE = 64;
  private static final int SHOWN = 16;

  private KeyFile() {}

  static String text(String label, byte[] der) {
    return "-----BEGIN "
        + label
        + "-----\n"
        + Base64.getMimeEncoder(LINE, new byte[] {'\n'}).encodeToString(der)
        + "\n-----END "
        + label
        + "-----\n";
  }

  /** The bytes of a key. */
  static byte[] der(String label, String text, String from) {
    Matcher matcher =
        Pattern.compile("-----BEGIN " + label + "-----([A-Za-z0-9+/=\\s]+)-----END").matcher(text);
    if (!matcher.find()) {
      throw GirdleException.request(
          from + " holds no " + label.toLowerCase(Locale.ROOT) + " (PEM, " + ALGORITHM + ")",
          "  Make a pair: girdle depot keys FILE");
    }
    try {
      return Base64.getMimeDecoder().decode(matcher.group(1));
    } catch (IllegalArgumentException e) {
      throw wrong(from, e);
    }
  }

  static GirdleException wrong(String from, Exception cause) {
    return new GirdleException(
        Fault.REQUEST, cause, from + " holds no key of the kind " + ALGORITHM);
  }

  static String read(Path file) {
    try {
      return Files.readString(file, StandardCharsets.ISO_8859_1);
    } catch (IOException e) {
      throw new GirdleException(Fault.REQUEST, e, "cannot read " + file + ": " + e.getMessage());
    }
  }

  /** What a key is called: the start of the SHA-256 of its public half (RFC 5280, 4.1). */
  static String id(PublicKey key) {
    return Sha256.of(key.getEncoded()).substring(0, SHOWN);
  }
}
