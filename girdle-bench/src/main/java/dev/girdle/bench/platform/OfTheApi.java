package dev.girdle.bench.platform;

import java.lang.module.ModuleDescriptor;
import java.lang.module.ModuleFinder;
import java.lang.module.ModuleReader;
import java.lang.module.ModuleReference;
import java.lang.reflect.Constructor;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Makes programs of one line from the public packages of {@code java.*} modules: each gets hold of
 * an instance of a public class without knowing anything, and asks it what can be asked without
 * arguments.
 */
final class OfTheApi {
  private static final int OF_A_PACKAGE = 3;
  private static final int QUESTIONS = 4;

  /** What ends the program, waits for somebody, or is another thing each time. */
  private static final Set<String> UNFIT =
      Set.of("hashCode", "getClass", "notify", "notifyAll", "wait", "clone", "finalize", "exit");

  private OfTheApi() {}

  /** All of them, by package; the same for the same Java. */
  static List<OneLiner> all() throws Exception {
    Map<String, List<Class<?>>> packages = new TreeMap<>();
    for (ModuleReference module : ModuleFinder.ofSystem().findAll()) {
      if (module.descriptor().name().startsWith("java.")) {
        collect(module, packages);
      }
    }
    List<OneLiner> all = new ArrayList<>();
    packages.forEach(
        (name, classes) -> {
          classes.sort(Comparator.comparing(Class::getName));
          int step = Math.max(1, classes.size() / OF_A_PACKAGE);
          for (int i = step / 2, n = 0; i < classes.size() && n < OF_A_PACKAGE; i += step, n++) {
            all.add(about(classes.get(i)));
          }
        });
    return all;
  }

  private static void collect(ModuleReference module, Map<String, List<Class<?>>> packages)
      throws Exception {
    Set<String> exported = new HashSet<>();
    module.descriptor().exports().stream()
        .filter(e -> !e.isQualified())
        .map(ModuleDescriptor.Exports::source)
        .forEach(exported::add);
    try (ModuleReader reader = module.open();
        Stream<String> paths = reader.list()) {
      for (String path : paths.filter(p -> p.matches("[\\w/]+\\.class")).toList()) {
        String name = path.substring(0, path.length() - ".class".length()).replace('/', '.');
        String inPackage = name.substring(0, Math.max(0, name.lastIndexOf('.')));
        if (exported.contains(inPackage)) {
          Class<?> type = Class.forName(name, false, ClassLoader.getPlatformClassLoader());
          if (Modifier.isPublic(type.getModifiers()) && maker(type).isPresent()) {
            packages.computeIfAbsent(inPackage, p -> new ArrayList<>()).add(type);
          }
        }
      }
    }
  }

  /** An expression that makes an instance, if there is one without arguments. */
  private static Optional<String> maker(Class<?> type) {
    if (type.isAnnotationPresent(Deprecated.class)) {
      return Optional.empty();
    }
    String name = type.getName();
    Optional<Method> factory =
        Arrays.stream(type.getDeclaredMethods())
            .filter(
                m ->
                    Modifier.isStatic(m.getModifiers()) && type.isAssignableFrom(m.getReturnType()))
            .filter(OfTheApi::canBeAsked)
            .min(Comparator.comparing(Method::getName));
    if (factory.isPresent()) {
      return Optional.of(name + "." + factory.get().getName() + "()");
    }
    boolean canBeMade =
        !Modifier.isAbstract(type.getModifiers())
            && Arrays.stream(type.getConstructors())
                .anyMatch(c -> c.getParameterCount() == 0 && isOfToday(c));
    return canBeMade ? Optional.of("new " + name + "()") : Optional.empty();
  }

  private static boolean isOfToday(Constructor<?> constructor) {
    return !constructor.isAnnotationPresent(Deprecated.class);
  }

  private static boolean canBeAsked(Method method) {
    return Modifier.isPublic(method.getModifiers())
        && method.getParameterCount() == 0
        && method.getReturnType() != void.class
        && !method.isAnnotationPresent(Deprecated.class)
        && !UNFIT.contains(method.getName());
  }

  private static OneLiner about(Class<?> type) {
    StringBuilder code = new StringBuilder();
    code.append(type.getName()).append(" it = ").append(maker(type).orElseThrow()).append("; ");
    Arrays.stream(type.getMethods())
        .filter(m -> !Modifier.isStatic(m.getModifiers()))
        .filter(OfTheApi::canBeAsked)
        .filter(m -> m.getDeclaringClass() != Object.class || m.getName().equals("toString"))
        .map(Method::getName)
        .distinct()
        .sorted()
        .limit(QUESTIONS)
        .forEach(
            m ->
                code.append("try { p(it.")
                    .append(m)
                    .append("()); }")
                    .append(" catch (Exception e) { p(e.getClass()); } "));
    return new OneLiner("Of_" + type.getName().replace('.', '_'), code.toString());
  }
}
