package dev.girdle.java.survey;

import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Nearest;
import dev.girdle.app.Role;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.index.Modules;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds the entry point: the one the user names, else the one that the manifest of the user's own
 * code names, else its only class with a main method; what libraries offer is looked at last. In a
 * folder of nothing but jars, it is first found out which of them is the program. If several could
 * be meant, none is chosen and all are told, with what speaks for each.
 */
final class EntryChoice implements Starts.Choice {
  private final Surveyed surveyed;
  private final List<String> notices;
  private final String folderName;
  private final ClassIndex index;
  private final MainClasses mains;
  private final List<EntryPoint> candidates = new ArrayList<>();
  private final Optional<Claims> claims;
  private EntryPoint chosen;
  private Modules modules;

  /**
   * Prepares to choose.
   *
   * @param surveyed the components, with roles that do not depend on the entry point
   * @param notices gets a line for what is odd
   * @param folderName what the application's folder or jar is called
   * @param flat whether nothing tells yet which component is the user's own
   */
  EntryChoice(Surveyed surveyed, List<String> notices, String folderName, boolean flat) {
    this.surveyed = surveyed;
    this.notices = notices;
    this.folderName = folderName;
    this.index = new ClassIndex(surveyed.components());
    this.mains = new MainClasses(index);
    this.claims = flat ? Optional.of(new Claims(surveyed, index, folderName)) : Optional.empty();
  }

  /** Whether what was chosen is evidently the program, and not a tool among the libraries. */
  boolean isEvident() {
    return claims.isEmpty() || chosen != null && claims.get().isEvident(chosen);
  }

  @Override
  public Optional<EntryPoint> chosen() {
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
    if (claims.isPresent()) {
      chooseEvident(claims.get());
      return;
    }
    List<EntryPoint> ofOwn = byManifest(own);
    List<EntryPoint> byMethod = mains.candidates(own, folderName);
    if (ofOwn.isEmpty() && byMethod.isEmpty()) {
      ofOwn = byManifest(surveyed.components());
      byMethod = ofOwn.isEmpty() ? mains.candidates(surveyed.components(), folderName) : List.of();
    }
    if (ofOwn.size() == 1) {
      choose(ofOwn.get(0));
      return;
    }
    Map<String, EntryPoint> all = new LinkedHashMap<>();
    ofOwn.forEach(e -> all.put(e.name(), e));
    byMethod.forEach(e -> all.putIfAbsent(e.name(), e));
    if (!choseOnlyOne(all.values())) {
      candidates.addAll(all.values());
    }
  }

  private boolean choseOnlyOne(Collection<EntryPoint> all) {
    if (all.size() != 1) {
      return false;
    }
    EntryPoint only = all.iterator().next();
    choose(new EntryPoint(only.name(), only.component(), "the only class with a main method"));
    return true;
  }

  private void choose(EntryPoint only) {
    chosen = only;
    candidates.add(only);
  }

  /** Of jars that are all alike, the one that is evidently the program; else all are told. */
  private void chooseEvident(Claims known) {
    Map<String, EntryPoint> all = new LinkedHashMap<>();
    byManifest(surveyed.components()).forEach(e -> all.put(e.name(), e));
    List<EntryPoint> evident = all.values().stream().filter(known::isEvident).toList();
    if (evident.size() == 1) {
      choose(known.told(evident.get(0)));
      return;
    }
    mains.candidates(surveyed.components(), folderName).forEach(e -> all.putIfAbsent(e.name(), e));
    if (choseOnlyOne(all.values())) {
      return;
    }
    // the sort keeps the order among those that are as likely
    all.values().stream()
        .sorted(
            Comparator.comparing((EntryPoint e) -> !known.isEvident(e))
                .thenComparing(e -> !known.isTop(e))
                .thenComparing(e -> -known.weight(e)))
        .map(known::told)
        .forEach(candidates::add);
  }

  @Override
  public String shortName(EntryPoint entry) {
    return entry.name().substring(entry.name().lastIndexOf('.') + 1);
  }

  /** The entry point that the user names: a class, or a module and a class of it. */
  @Override
  public EntryPoint named(String name) {
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
      Optional<String> main = raw.mainClass();
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
