package dev.girdle.java.reach;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Need;
import dev.girdle.closure.Selection;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Wanted;
import dev.girdle.evidence.EvidenceFile;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.java.bytecode.ConstantTexts;
import dev.girdle.java.bytecode.FileDemands;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Modules;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.Extract;
import dev.girdle.plan.Choice;
import dev.girdle.plan.NamePattern;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * The walk on from a program into the classes of the runtime that goes along with it. It starts
 * with what the program asks the runtime for, with all that a text in the program names there, and
 * with what the runtime's native code, the virtual machine foremost, looks up by name.
 */
public final class RuntimeWalk {
  private final ClassIndex index;
  private final Component natives;
  private final List<Demand> seeds = new ArrayList<>();

  /** By the names of classes that texts name: what else stands in the same classes and files. */
  private final Map<String, Set<String>> besides = new TreeMap<>();

  private RuntimeWalk(BundledRuntime runtime, Map<String, String> chosen, Choice choice) {
    List<Component> modules = new ArrayList<>();
    runtime.contents(chosen.keySet()).forEach((name, files) -> modules.add(component(name, files)));
    index = new ClassIndex(modules, unwanted(modules, choice.never()));
    modules.forEach(m -> Modules.describe(m).ifPresent(this::addProviders));
    Map<String, Content> code = new HashMap<>();
    runtime.natives(Extract.of(chosen)).forEach(f -> code.put(f.path(), f.content()));
    natives = component("native code", code);
  }

  /**
   * Walks on from what a program asks its runtime for.
   *
   * @param runtime the runtime
   * @param chosen its modules that go along
   * @param closure what the program needs
   * @param selection what of the program goes in
   * @param choice what the user wants, and what was seen in use when the program ran
   * @return what of the runtime is reached
   * @throws IOException if something cannot be read
   */
  public static ReachedRuntime walk(
      BundledRuntime runtime,
      Map<String, String> chosen,
      Closure closure,
      Selection selection,
      Choice choice)
      throws IOException {
    RuntimeWalk walk = new RuntimeWalk(runtime, chosen, choice);
    walk.always(choice.always());
    walk.seeds.addAll(closure.askedOfRuntime());
    walk.named(selection);
    walk.seeds.addAll(RuntimeProbe.demands(closure, walk.index));
    walk.configured(runtime);
    for (String name : EvidenceFile.read(choice.evidence()).code()) {
      walk.seeds.add(Demand.ofEvidence(JavaThing.CODE, name));
    }
    RuntimeReach reach = new RuntimeReach(walk.index, walk.natives);
    walk.besides.forEach(reach::callNamed);
    reach.follow(walk.seeds);
    return new ReachedRuntime(reach.reached(), closure);
  }

  /**
   * A module as a component.
   *
   * @param name its name
   * @param files its files by path
   * @return a component of the runtime
   */
  public static Component component(String name, Map<String, Content> files) {
    List<TreeFile> tree = new ArrayList<>(files.size());
    files.keySet().stream().sorted().forEach(p -> tree.add(new TreeFile(p, files.get(p))));
    SubTree all = new SubTree(tree, List.of());
    return new Component(
        name, name, Role.RUNTIME, null, null, "the runtime", all, Versioned::itemName);
  }

  private static Map<Item, String> unwanted(List<Component> modules, List<NamePattern> never) {
    Map<Item, String> unwanted = new HashMap<>();
    for (NamePattern pattern : never) {
      modules.stream()
          .flatMap(m -> m.items().stream())
          .filter(i -> pattern.matches(i.name()))
          .forEach(i -> unwanted.put(i, pattern.called("never")));
    }
    return unwanted;
  }

  private void addProviders(Modules.Description description) {
    description
        .provides()
        .forEach(
            (service, providers) ->
                providers.forEach(
                    p -> index.classNamed(p).forEach(i -> index.addService(service, i))));
  }

  /** What Java's own configuration names. */
  private void configured(BundledRuntime runtime) {
    Component files = component("configuration", runtime.configuration());
    files.items().forEach(i -> seeds.addAll(texts(i, index)));
  }

  private void always(List<NamePattern> patterns) {
    for (NamePattern pattern : patterns) {
      index.classNames().stream()
          .filter(pattern::matches)
          .sorted()
          .forEach(n -> seeds.add(Demand.always(JavaThing.CODE, n, Strength.SOFT)));
    }
  }

  /** Texts of all that goes along can name classes of the runtime. */
  private void named(Selection selection) {
    List<Item> kept =
        selection.components().stream().flatMap(c -> selection.items(c).keySet().stream()).toList();
    for (Named named : kept.parallelStream().map(i -> Named.in(i, index)).toList()) {
      seeds.addAll(named.classes);
      named.classes.stream()
          .filter(d -> d.thing() == JavaThing.CODE)
          .forEach(
              d -> besides.computeIfAbsent(d.name(), n -> new HashSet<>()).addAll(named.words));
    }
    kept.parallelStream().filter(RuntimeWalk::readsJava).findFirst().ifPresent(this::allFor);
  }

  /** Compilers read the classes of a Java as data, through its own file system. */
  private static boolean readsJava(Item item) {
    if (!item.path().endsWith(".class")) {
      return false;
    }
    try {
      return ConstantTexts.all(item).stream()
          .anyMatch(t -> t.startsWith("jrt:/") || t.endsWith("jrt-fs.jar"));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void allFor(Item reader) {
    for (String name : index.classNames()) {
      seeds.add(
          new Demand(
              new Wanted(JavaThing.CODE, name, ""),
              Site.of(reader),
              Need.of(JavaHow.RESOURCE, Strength.SOFT)));
    }
  }

  /**
   * What the texts of a class or file name.
   *
   * @param classes of the runtime, and files of it
   * @param words whatever may be the name of a method; none if no class is named
   */
  private record Named(List<Demand> classes, Set<String> words) {
    static Named in(Item item, ClassIndex index) {
      List<Demand> classes = texts(item, index);
      try {
        return new Named(classes, classes.isEmpty() ? Set.of() : PlainWords.of(item));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private static List<Demand> texts(Item item, ClassIndex index) {
    try {
      return item.path().endsWith(".class")
          ? ConstantTexts.of(item, index)
          : FileDemands.of(item, index);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
