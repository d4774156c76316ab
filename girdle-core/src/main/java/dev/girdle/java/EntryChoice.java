package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Nearest;
import dev.girdle.app.Role;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Finds the entry point: the one the user names, else the one the manifest names, else the only
 * class with a main method. If several could be meant, none is chosen and all are told.
 */
final class EntryChoice {
  private final Surveyed surveyed;
  private final List<String> notices;
  private final String folderName;
  private final ClassIndex index;
  private final MainClasses mains;
  private final List<EntryPoint> candidates = new ArrayList<>();
  private EntryPoint chosen;
  private Modules modules;

  EntryChoice(Surveyed surveyed, List<String> notices, String folderName) {
    this.surveyed = surveyed;
    this.notices = notices;
    this.folderName = folderName;
    this.index = new ClassIndex(surveyed.components());
    this.mains = new MainClasses(index);
  }

  Optional<EntryPoint> chosen() {
    return Optional.ofNullable(chosen);
  }

  List<EntryPoint> candidates() {
    return candidates;
  }

  void choose(Optional<String> wanted) {
    List<Component> own = surveyed.components().stream().filter(c -> c.role() == Role.OWN).toList();
    choose(wanted, own);
    if (chosen != null) {
      // what else could be started is worth knowing for whoever wants more than one starter
      List<Component> its = own.stream().filter(c -> c.name().equals(chosen.component())).toList();
      mains.candidates(its, folderName).stream()
          .filter(c -> !c.name().equals(chosen.name()))
          .forEach(candidates::add);
    }
  }

  private void choose(Optional<String> wanted, List<Component> own) {
    if (wanted.isPresent()) {
      chosen = named(wanted.get());
      candidates.add(chosen);
      return;
    }
    List<EntryPoint> byManifest = byManifest(own);
    if (byManifest.isEmpty()) {
      byManifest = byManifest(surveyed.components());
    }
    if (byManifest.size() == 1) {
      chosen = byManifest.get(0);
      candidates.add(chosen);
      return;
    }
    Set<String> tops = Tops.of(surveyed.components(), index);
    List<EntryPoint> ofTops =
        byManifest.stream().filter(e -> tops.contains(e.component())).toList();
    if (ofTops.size() == 1) {
      EntryPoint only = ofTops.get(0);
      String why = only.foundBy() + ", which no other component uses";
      chosen = new EntryPoint(only.name(), only.component(), why);
      candidates.add(chosen);
      return;
    }
    List<EntryPoint> byMethod = mains.candidates(own, folderName);
    if (byMethod.isEmpty()) {
      byMethod = mains.candidates(surveyed.components(), folderName);
    }
    Map<String, EntryPoint> all = new LinkedHashMap<>();
    byManifest.forEach(e -> all.put(e.name(), e));
    byMethod.forEach(e -> all.putIfAbsent(e.name(), e));
    // the sort keeps the order among those that are as likely
    all.values().stream()
        .sorted(Comparator.comparing(e -> !tops.contains(e.component())))
        .forEach(candidates::add);
    if (candidates.size() == 1) {
      EntryPoint only = candidates.get(0);
      chosen = new EntryPoint(only.name(), only.component(), "the only class with a main method");
    }
  }

  /** The entry point that the user names: a class, or a module and a class of it. */
  EntryPoint named(String name) {
    int slash = name.indexOf('/');
    boolean inModule = slash > 0 && modules().names().contains(name.substring(0, slash));
    String module = inModule ? name.substring(0, slash) : "";
    String className = (inModule ? name.substring(slash + 1) : name).replace('/', '.');
    if (!index.hasClass(className)) {
      throw noSuchClass(className);
    }
    if (!mains.isStartable(className)) {
      List<String> lines = new ArrayList<>();
      lines.add("class " + className + " cannot be started: " + mains.whyNot(className));
      List<String> usable =
          mains.candidates(surveyed.components(), folderName).stream()
              .map(EntryPoint::name)
              .limit(5)
              .toList();
      usable.forEach(u -> lines.add("  can be started: --entry " + u));
      throw new GirdleException(Fault.REQUEST, lines);
    }
    Component component = index.classNamed(className).get(0).component();
    if (inModule && modules().named(module).orElseThrow() != component) {
      throw GirdleException.request(
          "class "
              + className
              + " is not in the module "
              + module
              + ": it lies in "
              + component.origin());
    }
    return new EntryPoint(className, module, component.name(), "--entry");
  }

  private Modules modules() {
    modules = modules == null ? new Modules(surveyed.components()) : modules;
    return modules;
  }

  private GirdleException noSuchClass(String name) {
    List<String> near = Nearest.to(name, index.classNames(), 3);
    String meant = near.isEmpty() ? "" : "; did you mean " + near.get(0) + "?";
    List<String> lines = new ArrayList<>();
    lines.add("no class " + name + meant);
    near.stream().skip(1).forEach(n -> lines.add("  or " + n));
    return new GirdleException(Fault.REQUEST, lines);
  }

  private List<EntryPoint> byManifest(List<Component> components) {
    Map<String, EntryPoint> found = new LinkedHashMap<>();
    for (Component component : components) {
      RawComponent raw = surveyed.raw(component);
      Optional<String> main = raw.manifest().value("Main-Class").map(m -> m.replace('/', '.'));
      if (main.isEmpty()) {
        continue;
      }
      if (isStartable(main.get()) && !isLauncherOfHeldJars(raw)) {
        found.putIfAbsent(main.get(), entry(main.get(), "manifest of " + component.origin()));
      } else {
        byOtherAttribute(raw, component).ifPresent(e -> found.putIfAbsent(e.name(), e));
      }
    }
    return new ArrayList<>(found.values());
  }

  private boolean isStartable(String name) {
    return index.hasClass(name) && mains.isStartable(name);
  }

  private EntryPoint entry(String name, String foundBy) {
    return new EntryPoint(name, index.classNamed(name).get(0).component().name(), foundBy);
  }

  /** The main class of a jar that holds jars loads them from where they lie, and nowhere else. */
  private boolean isLauncherOfHeldJars(RawComponent raw) {
    return !raw.isJar()
        && raw.location() == null
        && otherAttributes(raw).stream().anyMatch(this::isStartable);
  }

  private Optional<EntryPoint> byOtherAttribute(RawComponent raw, Component component) {
    List<String> named = otherAttributes(raw).stream().filter(this::isStartable).toList();
    if (named.size() == 1) {
      return Optional.of(entry(named.get(0), "manifest of " + component.origin()));
    }
    raw.manifest()
        .value("Main-Class")
        .ifPresent(
            m ->
                notices.add(
                    component.origin()
                        + ": its manifest names the main class "
                        + m
                        + ", which "
                        + (index.hasClass(m) ? "cannot be started" : "is not there")));
    return Optional.empty();
  }

  private static List<String> otherAttributes(RawComponent raw) {
    return raw.manifest().main().entrySet().stream()
        .filter(e -> !e.getKey().toString().equals("Main-Class"))
        .map(e -> e.getValue().toString().strip())
        .distinct()
        .sorted()
        .toList();
  }
}
