package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.module.ModuleDescriptor;
import java.lang.module.ModuleFinder;
import java.lang.module.ModuleReader;
import java.lang.module.ModuleReference;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;

/** The JDK that Girdle itself runs on, asked for what a Java runtime has. */
public final class Jdk {
  public static final int FEATURE = Runtime.version().feature();

  private final Component component;
  private final Map<String, ModuleReference> moduleOfPackage = new HashMap<>();
  private final Map<String, ModuleReader> readers = new ConcurrentHashMap<>();
  private final Map<String, Optional<Item>> answers = new ConcurrentHashMap<>();

  /** Asks the modules of the running Java. */
  public Jdk() {
    Map<String, ModuleReference> modules = new TreeMap<>();
    for (ModuleReference module : ModuleFinder.ofSystem().findAll()) {
      modules.put(module.descriptor().name(), module);
      for (String packageName : module.descriptor().packages()) {
        moduleOfPackage.put(packageName, module);
      }
    }
    component = Component.runtime("Java " + FEATURE, List.copyOf(modules.keySet()));
  }

  /** The runtime as a component, each of its modules an item. */
  public Component component() {
    return component;
  }

  /** Its modules, each with those that it requires while it runs. */
  public Map<String, List<String>> requirements() {
    Map<String, List<String>> requirements = new TreeMap<>();
    for (ModuleReference module : ModuleFinder.ofSystem().findAll()) {
      requirements.put(
          module.descriptor().name(),
          module.descriptor().requires().stream()
              .filter(r -> !r.modifiers().contains(ModuleDescriptor.Requires.Modifier.STATIC))
              .map(ModuleDescriptor.Requires::name)
              .sorted()
              .toList());
    }
    return requirements;
  }

  /** The module that has this class; empty if the runtime has no such class. */
  public Optional<Item> moduleWith(String className) {
    int dot = className.lastIndexOf('.');
    ModuleReference module = dot < 0 ? null : moduleOfPackage.get(className.substring(0, dot));
    return module == null
        ? Optional.empty()
        : answers.computeIfAbsent(className, n -> moduleIfThere(module, n));
  }

  private Optional<Item> moduleIfThere(ModuleReference module, String className) {
    String name = module.descriptor().name();
    try {
      return reader(module).find(className.replace('.', '/') + ".class").isPresent()
          ? component.item(name)
          : Optional.empty();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private ModuleReader reader(ModuleReference module) {
    return readers.computeIfAbsent(
        module.descriptor().name(),
        n -> {
          try {
            return module.open();
          } catch (IOException e) {
            throw new UncheckedIOException(e);
          }
        });
  }

  /** The class file of a class of the runtime; empty if it has none of that name. */
  Optional<byte[]> bytesOf(String className) throws IOException {
    if (moduleWith(className).isEmpty()) {
      return Optional.empty();
    }
    int dot = className.lastIndexOf('.');
    ModuleReader reader = reader(moduleOfPackage.get(className.substring(0, dot)));
    try (InputStream in = reader.open(className.replace('.', '/') + ".class").orElseThrow()) {
      return Optional.of(in.readAllBytes());
    }
  }

  /** The module that a package belongs to. */
  public Optional<String> moduleOf(String packageName) {
    return Optional.ofNullable(moduleOfPackage.get(packageName)).map(m -> m.descriptor().name());
  }

  /** Whether only the Java runtime may define classes of such a name. */
  public static boolean isReserved(String className) {
    return className.startsWith("java.") || className.startsWith("jdk.");
  }
}
