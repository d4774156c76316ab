package dev.girdle.java.index;

import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Finds the classes that the Java launcher can start (Java Language Specification 12.1.4; instance
 * main methods since Java 25, and as a preview feature since Java 21).
 */
public final class MainClasses {
  private static final String TOOLKIT = "javafx.application.Application";
  private static final int FIRST_WITH_INSTANCE_MAIN = 25;

  private final ClassIndex index;
  private final Map<String, Optional<ClassHeader>> headers = new HashMap<>();

  /**
   * Prepares to look.
   *
   * @param index the classes
   */
  public MainClasses(ClassIndex index) {
    this.index = index;
  }

  /** The header of a class of the application; empty if it is not there or not readable. */
  Optional<ClassHeader> header(String name) {
    Optional<ClassHeader> known = headers.get(name);
    if (known == null) {
      List<Item> items = index.classNamed(name);
      known = items.isEmpty() ? Optional.empty() : read(items.get(0));
      headers.put(name, known);
    }
    return known;
  }

  private static Optional<ClassHeader> read(Item item) {
    try {
      return Optional.of(ClassHeader.read(ClassHeader.bytesOf(item.content())));
    } catch (UnreadableItemException | IOException e) {
      return Optional.empty();
    }
  }

  /** Whether the class has a main method that it declares or inherits, or the toolkit starts it. */
  public boolean isStartable(String name) {
    return mainOf(name) != ClassHeader.Main.NONE || extendsToolkit(name);
  }

  /**
   * Whether the class is an application of OpenJFX, which the Java launcher refuses to start from a
   * class path (JDK, {@code LauncherHelper}), and which needs no main method (OpenJFX API, {@code
   * Application}).
   */
  public boolean extendsToolkit(String name) {
    Optional<ClassHeader> at = header(name);
    for (int depth = 0; at.isPresent() && depth < 100; depth++) {
      if (at.get().superName().equals(TOOLKIT)) {
        return true;
      }
      at = header(at.get().superName());
    }
    return false;
  }

  private ClassHeader.Main mainOf(String name) {
    Optional<ClassHeader> start = header(name);
    Optional<ClassHeader> at = start;
    for (int depth = 0; at.isPresent() && depth < 100; depth++) {
      ClassHeader.Main main = at.get().main();
      if (main == ClassHeader.Main.CLASSIC) {
        return main;
      }
      if (main == ClassHeader.Main.INSTANCE && allowsInstanceMain(start.get())) {
        return main;
      }
      at = header(at.get().superName());
    }
    return ClassHeader.Main.NONE;
  }

  private static boolean allowsInstanceMain(ClassHeader header) {
    boolean knows = header.release() >= FIRST_WITH_INSTANCE_MAIN || header.preview();
    return knows && header.startable();
  }

  /** Why a class cannot be started, for the user. */
  public String whyNot(String name) {
    Optional<ClassHeader> header = header(name);
    if (header.isEmpty()) {
      return "its class file cannot be read";
    }
    return switch (header.get().main()) {
      case CLASSIC -> "";
      case INSTANCE ->
          header.get().startable()
              ? "its main method is not public static, which Java accepts from release 25 on only"
              : "its main method needs an instance, and there is no constructor without arguments";
      case NONE -> "it has no method public static void main(String[])";
    };
  }

  /** All classes of these components that can be started, the likeliest first. */
  public List<EntryPoint> candidates(Collection<Component> components, String applicationName) {
    List<EntryPoint> found = new ArrayList<>();
    for (Component component : components) {
      for (Item item : component.items()) {
        if (isOwnClass(item) && isStartable(item.name())) {
          found.add(new EntryPoint(item.name(), component.name(), "main method"));
        }
      }
    }
    found.sort(
        Comparator.comparingInt((EntryPoint e) -> unlikeliness(e.name(), applicationName))
            .thenComparing(EntryPoint::name));
    return found;
  }

  private boolean isOwnClass(Item item) {
    return item.path().endsWith(".class") && index.classNamed(item.name()).contains(item);
  }

  private static int unlikeliness(String name, String applicationName) {
    String simple = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    String letters = applicationName.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
    int points = 10 + (int) name.chars().filter(c -> c == '.').count();
    if (!letters.isEmpty() && (simple.contains(letters) || letters.contains(simple))) {
      points -= 6;
    }
    if (List.of("main", "app", "application", "launcher", "cli").contains(simple)) {
      points -= 5;
    }
    return simple.contains("$") || simple.contains("test") || simple.contains("example")
        ? points + 10
        : points;
  }
}
