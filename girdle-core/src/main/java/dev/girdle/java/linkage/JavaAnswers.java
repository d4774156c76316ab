package dev.girdle.java.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Thing;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.Jdk;
import dev.girdle.java.index.Modules;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** What a name gives, whoever asks: items of the application or modules of the runtime. */
final class JavaAnswers {
  private final JavaFacts facts;
  private final Jdk jdk;
  private final ClassIndex index;
  private final Declarations declarations;
  private final Map<String, Component> components = new HashMap<>();
  private final Map<Thing, Function<String, Answer>> answers = answers();

  JavaAnswers(JavaFacts facts, Declarations declarations) {
    this.facts = facts;
    this.jdk = facts.jdk();
    this.index = facts.index();
    this.declarations = declarations;
    facts.components().forEach(c -> components.put(c.name(), c));
  }

  /** The answer for a thing of that kind and name; nothing for kinds that are not Java's. */
  Answer to(Thing thing, String name) {
    return answers.getOrDefault(thing, n -> new Answer.Nothing("")).apply(name);
  }

  private Map<Thing, Function<String, Answer>> answers() {
    return Map.of(
        JavaThing.CODE, this::code,
        Thing.FILE, this::resource,
        JavaThing.BUNDLE, this::bundle,
        JavaThing.SERVICE, name -> items(index.service(name)),
        JavaThing.MODULE, this::module,
        Thing.NATIVE, name -> items(index.nativeLibrary(name)),
        // asked only of those of which nothing is there
        Thing.LIBRARY,
            name ->
                new Answer.Nothing(declarations.wanted(name).map(w -> "release " + w).orElse("")));
  }

  /** The runtime is asked first, as class loaders do. */
  private Answer code(String name) {
    Optional<Item> module = jdk.moduleWith(name);
    if (module.isPresent()) {
      return new Answer.Items(List.of(module.get()));
    }
    if (Jdk.isReserved(name) || index.classNamed(name).isEmpty()) {
      return new Answer.Nothing(
          Jdk.isReserved(name) ? "Java " + Jdk.FEATURE + " has no such class" : advice(name));
    }
    return new Answer.Items(index.classNamed(name));
  }

  private String advice(String name) {
    String excluded = index.excludedClass(name);
    if (excluded != null) {
      return "it is in " + excluded;
    }
    String former = FormerlyOfJava.advice(name);
    if (!former.isEmpty()) {
      return former;
    }
    return index.hasPackage(ClassIndex.packageOf(name))
        ? "its package is there, the class is not"
        : "";
  }

  private Answer resource(String name) {
    int cut = name.indexOf(ClassIndex.IN_COMPONENT);
    if (cut > 0 && components.containsKey(name.substring(0, cut))) {
      return items(
          components.get(name.substring(0, cut)).item(name.substring(cut + 2)).stream()
              .filter(i -> !index.isExcluded(i))
              .toList());
    }
    return items(index.resource(name));
  }

  /** Bundles of the runtime itself are part of its modules. */
  private Answer bundle(String name) {
    List<Item> found = index.bundle(name);
    Optional<Item> module = found.isEmpty() ? jdk.moduleWith(name) : Optional.empty();
    return module.isPresent() ? items(List.of(module.get())) : items(found);
  }

  private Answer module(String name) {
    Optional<Item> ofRuntime = jdk.component().item(name);
    if (ofRuntime.isPresent()) {
      return items(List.of(ofRuntime.get()));
    }
    return items(facts.modules().named(name).map(Modules::itemOf).orElse(List.of()));
  }

  private static Answer items(List<Item> items) {
    return items.isEmpty() ? new Answer.Nothing("") : new Answer.Items(items);
  }
}
