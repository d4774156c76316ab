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
    String name = System.getProperty("os.name").toLowerCase(Locale.ROOT);
    String system =
        name.startsWith("windows") ? "windows" : name.startsWith("mac") ? "macos" : name;
    String processor =
        switch (System.getProperty("os.arch").toLowerCase(Locale.ROOT)) {
          case "amd64", "x86_64" -> "x64";
          case "aarch64" -> "arm64";
          default -> "";
        };
    return ALL.stream()
        .filter(t -> t.system.equals(system) && t.processor.equals(processor))
        .findFirst();
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
