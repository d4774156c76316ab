package dev.girdle.nativeprogram.survey;

import dev.girdle.binary.AssemblyHead;
import dev.girdle.binary.CodeKind;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.nativeprogram.linkage.Runners;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Whether files can be started.
 *
 * @param code for which system and processor it is; empty for what something else runs
 * @param interpreter what runs it, for people
 * @param isAssembly whether it is an assembly for .NET
 * @param opens what Windows opens for it, for people; empty elsewhere
 */
record Programs(
    Optional<NativeCode> code, Optional<String> interpreter, boolean isAssembly, String opens) {
  Programs(Optional<NativeCode> code, Optional<String> interpreter, boolean isAssembly) {
    this(code, interpreter, isAssembly, "");
  }

  private static final Pattern LIBRARY =
      Pattern.compile(".*\\.(?:so(?:\\.[0-9.]+)?|dylib|bundle|node)");

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
    if (AssemblyHead.isForAnySystem(head)) {
      return CodeKind.of(head) == CodeKind.PROGRAM
          ? Optional.of(new Programs(Optional.empty(), Optional.of(".NET"), true))
          : Optional.empty();
    }
    Optional<NativeCode> code = NativeCode.of(head);
    if (code.isPresent()) {
      boolean isLibrary = LIBRARY.matcher(path.toLowerCase(Locale.ROOT)).matches();
      boolean isProgram = CodeKind.of(head) == CodeKind.PROGRAM && !isLibrary;
      boolean isStatic = !isLibrary && isStaticProgram(path, head);
      return isProgram || isStatic
          ? Optional.of(new Programs(code, Optional.empty(), false, opens(code.get(), content)))
          : Optional.empty();
    }
    return Runners.firstLine(head).map(i -> new Programs(Optional.empty(), Optional.of(i), false));
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

  private static String opens(NativeCode code, Content content) throws IOException {
    if (!code.system().equals("windows")) {
      return "";
    }
    try (SeekableByteChannel file = Channels.seekable(content)) {
      return LinkReading.of(file) instanceof LinkReading.Read read
          ? read.parts().get(0).subsystem().map(Programs::opens).orElse("")
          : "";
    }
  }

  private static String opens(LinkedCode.Subsystem kind) {
    return switch (kind) {
      case WINDOWS -> ", with windows of its own";
      case CONSOLE -> ", for a console";
      case OTHER -> "";
    };
  }

  /** Whether it is a text that something else runs; folders hold many of these. */
  boolean isScript() {
    return code.isEmpty() && !isAssembly;
  }

  static boolean isHelper(String path) {
    return HELPER.matcher(Paths.fileName(path)).matches();
  }

  String text() {
    return code.map(c -> "a program for " + c.text() + opens)
        .orElseGet(
            () ->
                isAssembly ? "a program for .NET" : "a script that is run by " + interpreter.get());
  }
}
