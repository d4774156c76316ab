package dev.girdle.nativeprogram.linkage;

import dev.girdle.binary.AssemblyHead;
import dev.girdle.binary.NativeCode;
import dev.girdle.io.Content;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * By what files are run that are no native programs: scripts by what their first line names ({@code
 * execve(2)}, "Interpreter scripts"), assemblies by a runtime for .NET.
 */
public final class Runners {
  /** Where a runtime for .NET lies in artifacts, and on systems that have a package of it. */
  public static final String DOTNET = "/usr/share/dotnet/";

  /** The program that starts assemblies for .NET. */
  public static final String DOTNET_HOST = DOTNET + "dotnet";

  /** The assembly that a runtime for .NET loads before all others, and by no reference. */
  public static final String CORE = "System.Private.CoreLib.dll";

  /** The same of Mono, which also runs what was made for the .NET Framework of Windows. */
  public static final String MONO = "/usr/bin/mono";

  /** What settings for .NET are called, behind the name of what they are for. */
  public static final String SETTINGS = ".runtimeconfig.json";

  private static final String ENV = "/usr/bin/env";
  private static final List<String> PATH = List.of("/usr/local/bin/", "/usr/bin/", "/bin/");
  private static final List<String> OF_EVERY_SYSTEM = List.of("/bin/sh", "/usr/bin/sh");

  private Runners() {}

  /**
   * Where the settings of an assembly for .NET lie.
   *
   * @param assembly its path
   * @return beside it
   */
  public static String settingsOf(String assembly) {
    return stem(assembly) + SETTINGS;
  }

  /** The path of an assembly without its ending. */
  static String stem(String assembly) {
    return assembly.replaceFirst("\\.(?:dll|exe)$", "");
  }

  /**
   * What runs a script.
   *
   * @param head the first bytes of a file
   * @param root the system whose programs run it
   * @return empty if it is no script that names a program by its path
   */
  public static Optional<Runner> ofScript(byte[] head, RootFolder root) {
    Optional<String> line = firstLine(head);
    if (line.isEmpty()) {
      return Optional.empty();
    }
    List<String> words = new ArrayList<>(List.of(line.get().split("\\s+")));
    String program = words.remove(0);
    if (program.equals(ENV) || program.equals("/bin/env")) {
      words.removeIf(w -> w.startsWith("-") || w.contains("="));
      if (words.isEmpty()) {
        return Optional.empty();
      }
      String name = words.remove(0);
      program =
          name.equals("sh")
              ? "/bin/sh"
              : PATH.stream()
                  .map(p -> p + name)
                  .filter(p -> root.file(p).isPresent())
                  .findFirst()
                  .orElse("/usr/bin/" + name);
    }
    return Optional.of(new Runner(program, words, OF_EVERY_SYSTEM.contains(program)));
  }

  /**
   * What the first line of a script says.
   *
   * @param head the first bytes of a file
   * @return behind {@code #!}; empty if it is no script that names a program by its path
   */
  public static Optional<String> firstLine(byte[] head) {
    if (head.length < 4 || head[0] != '#' || head[1] != '!') {
      return Optional.empty();
    }
    int end = 2;
    while (end < head.length && head[end] != '\n') {
      end++;
    }
    String line = new String(head, 2, end - 2, StandardCharsets.UTF_8).strip();
    return line.startsWith("/") ? Optional.of(line) : Optional.empty();
  }

  /**
   * What runs a file on Linux.
   *
   * @param content any file
   * @param isForCore whether settings beside it say that it is for .NET, and not for Mono
   * @param root the system whose programs run it
   * @return empty for native code, and for what nothing runs
   * @throws IOException if it cannot be read
   */
  public static Optional<Runner> of(Content content, boolean isForCore, RootFolder root)
      throws IOException {
    byte[] head;
    try (InputStream in = content.open()) {
      head = in.readNBytes(NativeCode.HEAD);
    }
    if (AssemblyHead.isForAnySystem(head)) {
      return Optional.of(new Runner(isForCore ? DOTNET_HOST : MONO, List.of(), false));
    }
    return ofScript(head, root);
  }
}
