package dev.girdle.app;

import dev.girdle.fault.GirdleException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Where an artifact is to run.
 *
 * @param system "linux", "windows" or "macos"
 * @param processor "x64" or "arm64"
 */
public record Target(String system, String processor) {
  /** All targets that can be sealed for. */
  public static final List<Target> ALL =
      List.of(
          new Target("linux", "x64"),
          new Target("linux", "arm64"),
          new Target("windows", "x64"),
          new Target("macos", "arm64"),
          new Target("macos", "x64"));

  /**
   * Reads a target.
   *
   * @param text as the user wrote it
   * @return the target
   * @throws GirdleException if there is no such target; all that there are, are told
   */
  public static Target of(String text) {
    String wanted = text.toLowerCase(Locale.ROOT);
    return ALL.stream()
        .filter(t -> t.text().equals(wanted))
        .findFirst()
        .orElseThrow(
            () ->
                GirdleException.request(
                    "--target " + text + ": there is no such target",
                    "  Targets: " + String.join(", ", ALL.stream().map(Target::text).toList())));
  }

  /**
   * Where this program runs.
   *
   * @return empty if it is a system or processor that cannot be sealed for
   */
  public static Optional<Target> ofThisMachine() {
    return called(System.getProperty("os.name"), System.getProperty("os.arch"));
  }

  /**
   * The target that systems and runtimes call by names of their own.
   *
   * @param system for example "Windows 11" or "Darwin"
   * @param processor for example "amd64" or "aarch64"
   * @return empty if it cannot be sealed for
   */
  public static Optional<Target> called(String system, String processor) {
    String ours = systemCalled(system);
    String type = processorCalled(processor);
    return ALL.stream().filter(t -> t.system.equals(ours) && t.processor.equals(type)).findFirst();
  }

  /**
   * Our name of a system.
   *
   * @param name as it calls itself
   * @return "linux", "windows", "macos", or its own name in small letters
   */
  public static String systemCalled(String name) {
    String small = name.toLowerCase(Locale.ROOT);
    if (small.startsWith("windows")) {
      return "windows";
    }
    return small.startsWith("mac") || small.equals("darwin") ? "macos" : small;
  }

  /**
   * Our name of a type of processor.
   *
   * @param name as others call it
   * @return "x64", "arm64", or the name in small letters
   */
  public static String processorCalled(String name) {
    String small = name.toLowerCase(Locale.ROOT);
    return switch (small) {
      case "amd64", "x86_64" -> "x64";
      case "aarch64", "arm64" -> "arm64";
      default -> small;
    };
  }

  /**
   * Whether a choice of target is a certain system.
   *
   * @param system for example "windows"
   * @param chosen the choice; empty for all systems
   * @return false if it is all systems
   */
  public static boolean isOf(String system, Optional<Target> chosen) {
    return chosen.filter(t -> t.system().equals(system)).isPresent();
  }

  /**
   * Whether native code for a system and some processors runs there.
   *
   * @param codeSystem the system that the code is for
   * @param codeProcessors the processors that it is for
   * @return true if this target is among them
   */
  public boolean runs(String codeSystem, Set<String> codeProcessors) {
    return system.equals(codeSystem) && codeProcessors.contains(processor);
  }

  /**
   * How users write it.
   *
   * @return for example {@code linux-x64}
   */
  public String text() {
    return system + "-" + processor;
  }
}
