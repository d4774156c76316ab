package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of the components before the walk.
 *
 * @param jdk the runtime
 * @param components all components, in class-path order
 * @param index what the class path holds
 * @param modules the modules that the components are
 * @param hints what libraries ship for builds that know all classes beforehand
 * @param discovery the user's classes that libraries may find by themselves
 * @param optionalPackages packages that a component can do without, by the word of its makers
 */
record JavaFacts(
    Jdk jdk,
    List<Component> components,
    ClassIndex index,
    Modules modules,
    Hints hints,
    Discovery discovery,
    Map<Component, Set<String>> optionalPackages) {
  /** Why an item has no use at run time, whatever the closure says. */
  Optional<String> uselessAtRunTime(Item item) {
    String path = item.path();
    if (Kinds.isSource(path)) {
      return Optional.of("source, not run");
    }
    if (path.startsWith("META-INF/maven/")) {
      return Optional.of("build description");
    }
    if (isSignature(path)) {
      return Optional.of("signature of the single jar");
    }
    if (path.equals("META-INF/INDEX.LIST")) {
      return Optional.of("index of the single jar");
    }
    if (path.startsWith("META-INF/") && path.endsWith(".pro")) {
      return Optional.of("rules for another build tool");
    }
    if (HintFiles.isOne(path)) {
      return Optional.of("hints for builds that know all classes beforehand");
    }
    return Optional.empty();
  }

  /** Whether Java may insist on the signature of a component that is not whole any more. */
  boolean isSecurityProvider(Component component) {
    String service = "java.security.Provider";
    Modules.Description description = modules.descriptions().get(component);
    return component.item("META-INF/services/" + service).isPresent()
        || description != null && description.provides().containsKey(service);
  }

  /** Signature files (JAR File Specification, "Signed JAR File"). */
  static boolean isSignature(String path) {
    if (!Paths.folder(path).equals("META-INF/")) {
      return false;
    }
    String upper = Paths.fileName(path).toUpperCase(Locale.ROOT);
    return upper.endsWith(".SF")
        || upper.endsWith(".RSA")
        || upper.endsWith(".DSA")
        || upper.endsWith(".EC")
        || upper.startsWith("SIG-");
  }
}
