package dev.girdle.nativeprogram.survey;

import dev.girdle.binary.CodeKind;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Whether files can be started.
 *
 * @param code for which system and processor it is; empty for a script
 * @param interpreter what runs it, for a script
 */
record Programs(Optional<NativeCode> code, Optional<String> interpreter) {
  private static final Pattern LIBRARY = Pattern.compile(".*\\.(?:so(?:\\.[0-9.]+)?|dylib|bundle)");

  /** What helps a program and is not what users start. */
  private static final Pattern HELPER =
      Pattern.compile(
          "(?i).*(?:unins|uninstall|setup|install|update|crash|report|helper|redist|test|debug).*");

  /** Looks at the head of a file; empty if it cannot be started. */
  static Optional<Programs> of(String path, Content content) throws IOException {
    byte[] head;
    try (InputStream in = content.open()) {
      head = in.readNBytes(NativeCode.HEAD);
    }
    Optional<NativeCode> code = NativeCode.of(head);
    if (code.isPresent()) {
      boolean isLibrary = LIBRARY.matcher(path.toLowerCase(Locale.ROOT)).matches();
      boolean isProgram = CodeKind.of(head) == CodeKind.PROGRAM && !isLibrary;
      boolean isStatic = !isLibrary && isStaticProgram(path, head);
      return isProgram || isStatic
          ? Optional.of(new Programs(code, Optional.empty()))
          : Optional.empty();
    }
    return interpreter(head).map(i -> new Programs(Optional.empty(), Optional.of(i)));
  }

  /**
   * Programs without a loader and without a fixed address are known by having a place to start at.
   */
  private static boolean isStaticProgram(String path, byte[] head) {
    boolean isElf = head[0] == 0x7f && head[16] == 3;
    boolean hasStart = false;
    for (int i = 24; isElf && i < 32; i++) {
      hasStart |= head[i] != 0;
    }
    return hasStart && !Paths.fileName(path).contains(".");
  }

  /** What the first line of a script says ({@code execve(2)}, "Interpreter scripts"). */
  static Optional<String> interpreter(byte[] head) {
    if (head.length < 4 || head[0] != '#' || head[1] != '!') {
      return Optional.empty();
    }
    int end = 2;
    while (end < head.length && head[end] != '\n') {
      end++;
    }
    String line = new String(head, 2, end - 2, java.nio.charset.StandardCharsets.UTF_8).strip();
    return line.startsWith("/") ? Optional.of(line) : Optional.empty();
  }

  static boolean isHelper(String path) {
    return HELPER.matcher(Paths.fileName(path)).matches();
  }

  String text() {
    return code.map(c -> "a program for " + c.text())
        .orElseGet(() -> "a script that is run by " + interpreter.orElseThrow());
  }
}
