package dev.girdle.java.maven;

import dev.girdle.app.Target;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Decides which profiles hold (POM reference, "Activation"): for the machine that the artifact is
 * to run on. Conditions on files and on properties that are not set never hold.
 */
final class Activation {
  private final Map<String, String> machine;

  private Activation(Map<String, String> machine) {
    this.machine = machine;
  }

  /** For a target, or else for this machine. */
  static Activation of(Optional<Target> target) {
    return new Activation(target.map(Activation::of).orElseGet(Activation::here));
  }

  private static Map<String, String> of(Target target) {
    String name =
        switch (target.system()) {
          case "windows" -> "windows 10";
          case "macos" -> "mac os x";
          default -> "linux";
        };
    return machine(name, target.processor().equals("x64") ? "amd64" : "aarch64");
  }

  private static Map<String, String> here() {
    return machine(
        System.getProperty("os.name").toLowerCase(Locale.ROOT),
        System.getProperty("os.arch").toLowerCase(Locale.ROOT));
  }

  private static Map<String, String> machine(String name, String processor) {
    String family =
        name.startsWith("windows") ? "windows" : name.startsWith("mac") ? "mac" : "unix";
    return Map.of(
        "os.name", name,
        "os.family", family,
        "os.arch", processor,
        "java.version", System.getProperty("java.version"));
  }

  /** The values that a description may refer to as properties. */
  Map<String, String> properties() {
    return machine;
  }

  /** The profiles that hold: those whose conditions do, else those that hold by default. */
  List<Pom.Profile> active(List<Pom.Profile> profiles) {
    List<Pom.Profile> active = profiles.stream().filter(this::holds).toList();
    return active.isEmpty()
        ? profiles.stream()
            .filter(p -> "true".equals(p.activation().get("activeByDefault")))
            .toList()
        : active;
  }

  private boolean holds(Pom.Profile profile) {
    boolean any = false;
    for (Map.Entry<String, String> condition : profile.activation().entrySet()) {
      if (condition.getKey().equals("activeByDefault")) {
        continue;
      }
      if (!holds(condition.getKey(), condition.getValue(), profile.activation())) {
        return false;
      }
      any = true;
    }
    return any;
  }

  private boolean holds(String name, String value, Map<String, String> all) {
    return switch (name) {
      case "jdk" -> jdk(value);
      case "os.family" -> negatable(value, this::isFamily);
      case "os.name", "os.arch" ->
          negatable(value, v -> machine.get(name).equals(v) || isSameProcessor(v));
      case "property.name" -> property(value, all.get("property.value"));
      case "property.value" -> true;
      default -> false;
    };
  }

  private boolean isFamily(String family) {
    boolean mac = machine.get("os.family").equals("mac");
    return machine.get("os.family").equals(family) || mac && family.equals("unix");
  }

  private boolean isSameProcessor(String name) {
    return name.equals("x86_64") && machine.get("os.arch").equals("amd64");
  }

  private static boolean negatable(String value, java.util.function.Predicate<String> holds) {
    String lower = value.toLowerCase(Locale.ROOT);
    return lower.startsWith("!") ? !holds.test(lower.substring(1)) : holds.test(lower);
  }

  /** Only what is set for every build counts; a name with {@code !} asks that it is not set. */
  private boolean property(String name, String value) {
    if (name.startsWith("!")) {
      return !machine.containsKey(name.substring(1));
    }
    String known = machine.get(name);
    if (value != null && value.startsWith("!")) {
      return !value.substring(1).equals(known);
    }
    return known != null && (value == null || known.equals(value));
  }

  private boolean jdk(String wanted) {
    String version = machine.get("java.version");
    if (VersionRange.isOne(wanted)) {
      return VersionRange.of(wanted).filter(r -> r.contains(version)).isPresent();
    }
    return wanted.startsWith("!")
        ? !version.startsWith(wanted.substring(1))
        : version.startsWith(wanted);
  }
}
