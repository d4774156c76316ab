package dev.girdle.python.source;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The text of a source file, in the encoding that it declares (PEP 263). */
public final class SourceText {
  private static final Pattern DECLARED =
      Pattern.compile("^[ \\t\\f]*#.*?coding[:=][ \\t]*([-_.a-zA-Z0-9]+)");
  private static final int LINES = 2;
  private static final int LONGEST_LINE = 500;

  private SourceText() {}

  /**
   * Decodes a source file.
   *
   * @param bytes the file
   * @return its text, lines ended by any sign
   * @throws MalformedSourceException if Python would not read it either
   */
  public static String of(byte[] bytes) throws MalformedSourceException {
    for (int i = 0; i < bytes.length; i++) {
      if (bytes[i] == 0) {
        throw new MalformedSourceException("holds a zero byte, which Python does not read as code");
      }
    }
    boolean isMarked =
        bytes.length > 2
            && bytes[0] == (byte) 0xEF
            && bytes[1] == (byte) 0xBB
            && bytes[2] == (byte) 0xBF;
    int from = isMarked ? 3 : 0;
    Charset charset = isMarked ? StandardCharsets.UTF_8 : declared(bytes);
    try {
      return charset
          .newDecoder()
          .onMalformedInput(CodingErrorAction.REPORT)
          .onUnmappableCharacter(CodingErrorAction.REPORT)
          .decode(ByteBuffer.wrap(bytes, from, bytes.length - from))
          .toString();
    } catch (CharacterCodingException e) {
      throw new MalformedSourceException(
          "is not written in " + charset.name() + ", as which Python reads it");
    }
  }

  private static Charset declared(byte[] bytes) throws MalformedSourceException {
    int at = 0;
    for (int i = 0; i < LINES && at < bytes.length; i++) {
      int end = at;
      while (end < bytes.length && bytes[end] != '\n' && end - at < LONGEST_LINE) {
        end++;
      }
      String line = new String(bytes, at, end - at, StandardCharsets.ISO_8859_1);
      Matcher matcher = DECLARED.matcher(line);
      if (matcher.find()) {
        String name = matcher.group(1);
        return known(name)
            .orElseThrow(
                () ->
                    new MalformedSourceException(
                        "says that it is written in " + name + ", which is not known here"));
      }
      if (!line.isBlank() && !line.strip().startsWith("#")) {
        break;
      }
      at = end + 1;
    }
    return StandardCharsets.UTF_8;
  }

  private static Optional<Charset> known(String name) {
    String plain =
        name.toLowerCase(Locale.ROOT).replace('_', '-').replaceFirst("-(unix|dos|mac)$", "");
    try {
      return Optional.of(
          switch (plain) {
            case "utf-8-sig" -> StandardCharsets.UTF_8;
            case "latin-1", "l1", "iso-latin-1" -> StandardCharsets.ISO_8859_1;
            default -> Charset.forName(plain);
          });
    } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
      return Optional.empty();
    }
  }
}
