package dev.girdle.java.reach;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Wanted;
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.bytecode.ConstantTexts;
import dev.girdle.java.bytecode.FileDemands;
import dev.girdle.java.bytecode.Implied;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.index.Modules;
import dev.girdle.java.runtime.BundledRuntime;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What can be reached of a runtime's own classes, method by method and breadth first. A method of
 * an instance counts if its class can have instances and somebody calls it on something that the
 * class extends.
 *
 * <p>The walk of applications tells less apart: there, all that a class overrides counts at once.
 * In a runtime, where nearly everything hangs together, that would leave out next to nothing.
 */
final class RuntimeReach {
  /** What the virtual machine loads by itself, before and besides any Java code. */
  private static final List<String> OF_THE_MACHINE =
      List.of("jvm", "java", "jli", "jimage", "verify", "zip");

  /** Whoever gets hold of a class so makes an instance, and knows only what it extends. */
  private static final Set<How> BY_NAME =
      Set.of(
          JavaHow.CODE_TEXT,
          JavaHow.FILE_TEXT,
          JavaHow.JOINED,
          JavaHow.SERVICE,
          JavaHow.PROVIDER,
          How.EVIDENCE);

  private static final int DEEPEST = 200;

  private final ClassIndex index;
  private final RuntimeNames names;
  private final ReadClasses classes;

  /** What is named so is got hold of by its name, as by any text. */
  private final Implied implied;

  private final Companions companions = new Companions();
  private final Dispatch dispatch;
  private final Set<String> calledByNative = new HashSet<>();
  private final Set<Item> knownToNative = new LinkedHashSet<>();
  private final Map<Item, Demand> first = new LinkedHashMap<>();
  private final Set<Item> linked = new HashSet<>();
  private final Set<Item> made = new HashSet<>();
  private final Map<Item, Set<String>> live = new HashMap<>();
  private final Deque<Demand> queue = new ArrayDeque<>();
  private final Set<String> methodTexts = new HashSet<>();
  private final Set<Item> noted = new HashSet<>();

  /**
   * Prepares a walk.
   *
   * @param index the classes and files of the runtime
   * @param natives the files of its native code
   */
  RuntimeReach(ClassIndex index, Component natives) {
    this.index = index;
    this.names = new RuntimeNames(index, natives);
    this.classes = new ReadClasses(index);
    this.dispatch = new Dispatch(classes::supertypes);
    this.implied = new Implied(index, JavaHow.CODE_TEXT, false);
    for (String name : OF_THE_MACHINE) {
      queue.add(Demand.ofPlan(Thing.NATIVE, name, How.PLAN, Strength.HARD));
    }
  }

  /** Walks on from some demands. */
  void follow(Collection<Demand> demands) throws IOException {
    queue.addAll(demands);
    try {
      int before;
      do {
        before = first.size();
        while (!queue.isEmpty()) {
          List<Demand> wave = List.copyOf(queue);
          queue.clear();
          classes.ahead(wave);
          for (Demand demand : wave) {
            follow(demand);
          }
        }
        callByName();
        queue.addAll(implied.by(linked));
      } while (first.size() > before || !queue.isEmpty());
      takeFiles();
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** Notes texts of the program, which may name methods of the runtime. */
  void noteTexts(Collection<String> texts) {
    texts.stream().filter(RuntimeReach::mayBeMethod).forEach(methodTexts::add);
    implied.note(texts.stream().flatMap(t -> Implied.ending(t).stream()).toList());
  }

  private static boolean mayBeMethod(String text) {
    return text.length() > 4
        && text.length() < 60
        && Character.isLowerCase(text.charAt(0))
        && text.chars().anyMatch(Character::isUpperCase)
        && text.chars().allMatch(Character::isJavaIdentifierPart);
  }

  /**
   * Reflection finds methods by texts: of a class that is at work, those count that are named so.
   */
  private void callByName() throws IOException {
    for (Item item : List.copyOf(linked)) {
      if (noted.add(item)) {
        noteTexts(ConstantTexts.all(item));
      }
    }
    List.copyOf(linked).forEach(item -> callDeclared(item, methodTexts));
  }

  private void callDeclared(Item item, Set<String> names) {
    for (String method : classes.of(item).declared()) {
      if (names.contains(method.substring(0, method.indexOf('(')))) {
        enliven(item, method);
        call(item, method);
      }
    }
  }

  /**
   * Takes the methods of a class, and of those above it, that something names beside the class, as
   * scripts do and what calls by reflection.
   *
   * @param className the class
   * @param words what stands beside its name
   */
  void callNamed(String className, Set<String> words) {
    index.classNamed(className).forEach(i -> callNamed(i, words, 0));
  }

  private void callNamed(Item item, Set<String> words, int depth) {
    callDeclared(item, words);
    if (depth < DEEPEST) {
      classes.supertypes(item).forEach(s -> callNamed(s, words, depth + 1));
    }
  }

  /** Files of a module are opened by names that its code joins; together they weigh little. */
  private void takeFiles() {
    Map<Component, Item> modules = new LinkedHashMap<>();
    linked.forEach(i -> modules.putIfAbsent(i.component(), i));
    modules.forEach(
        (module, by) ->
            module.items().stream()
                .filter(i -> !i.path().endsWith(".class"))
                .forEach(i -> first.putIfAbsent(i, along(i, by))));
  }

  private static Demand along(Item item, Item by) {
    return Demand.of(Thing.FILE, item.path(), Site.of(by), JavaHow.RELATION, Strength.HINT);
  }

  /** Everything that is reached, each with the demand that first reached it. */
  Map<Item, Demand> reached() {
    return Collections.unmodifiableMap(first);
  }

  private void follow(Demand demand) throws IOException {
    for (Item item : names.satisfying(demand)) {
      if (demand.thing() == Thing.NATIVE) {
        loadNative(item, demand);
      } else if (!item.path().endsWith(".class")) {
        takeFile(item, demand);
      } else if (item.path().equals(Modules.DESCRIPTOR)) {
        first.putIfAbsent(item, demand); // whoever asks for its services demands them
      } else {
        take(item, demand);
      }
    }
  }

  private void takeFile(Item item, Demand demand) throws IOException {
    if (first.putIfAbsent(item, demand) == null) {
      queue.addAll(FileDemands.of(item, index));
    }
  }

  /** A library that is loaded looks up classes by name, and may load other libraries. */
  private void loadNative(Item item, Demand demand) throws IOException {
    if (first.putIfAbsent(item, demand) == null) {
      NativeTexts texts = NativeTexts.of(item, index);
      queue.addAll(texts.classes());
      queue.addAll(texts.libraries(names.libraries()));
      calledByNative.addAll(texts.words());
      knownToNative.forEach(this::callFromNative);
    }
  }

  /** Native code calls methods of classes that it knows by name. */
  private void callFromNative(Item item) {
    callDeclared(item, calledByNative);
  }

  private void take(Item item, Demand demand) {
    if (first.putIfAbsent(item, demand) == null) {
      queue.addAll(classes.of(item).demands().named()); // it is loaded with its supertypes
      if (item.name().startsWith("java.lang.invoke.")) {
        takeAll(item); // called by code that is made while the program runs
      }
      queue.addAll(companions.of(item, index));
    }
    if (demand.how() == JavaHow.NATIVE_TEXT && knownToNative.add(item)) {
      callFromNative(item);
    }
    String part = demand.part();
    if (BY_NAME.contains(demand.how())) {
      boolean isWanted = demand.how() != JavaHow.JOINED || classes.declares(item, "<init>()V");
      if (demand.how() == JavaHow.CODE_TEXT && isNeighbour(demand.from(), item)) {
        takeAll(item);
      } else if (isWanted) {
        takeForOthers(item);
      }
    } else if (part.equals(ClassDemands.INSTANCE)) {
      make(item);
    } else if (part.equals(Wanted.ALL_PARTS)) {
      if (demand.how() == JavaHow.TYPE) {
        link(item); // handed on, as to a look-up of fields, or kept to make instances of it
        if (classes.declares(item, "<init>()V")) {
          takeForOthers(item);
        }
      } else {
        takeAll(item);
      }
    } else if (!part.isEmpty()) {
      link(item);
      if (!part.equals(ClassDemands.LINKED)) {
        resolve(item, part, 0);
        call(item, part);
      }
    }
  }

  /**
   * Who names a class of its own package has another way to it than code; so it is named for code
   * that is made while the program runs, which calls what nobody else calls, by names of any kind.
   */
  private static boolean isNeighbour(Item from, Item item) {
    return from != null
        && from.component() == item.component()
        && ClassIndex.packageOf(from.name()).equals(ClassIndex.packageOf(item.name()));
  }

  private void link(Item item) {
    if (linked.add(item)) {
      follow(item, ClassDemands.LINKED);
    }
  }

  /** A class of which instances are made, and with it all that stands above it. */
  private void make(Item item) {
    if (made.add(item)) {
      link(item);
      classes.supertypes(item).forEach(this::make);
      dispatch.made(item, classes.of(item).declared()).forEach(m -> enliven(item, m));
    }
  }

  private void takeForOthers(Item item) {
    make(item);
    for (String method : classes.of(item).declared()) {
      if (method.startsWith("<init>(") || method.startsWith("provider()")) {
        enliven(item, method);
      }
    }
  }

  private void takeAll(Item item) {
    make(item);
    ClassDemands.Result result = classes.of(item);
    result.declared().forEach(m -> enliven(item, m));
    for (String type : result.fieldTypes()) {
      String name = type.replace('/', '.');
      queue.add(
          new Demand(
              new Wanted(JavaThing.CODE, name, ""),
              Site.of(item),
              Need.of(JavaHow.DECLARATION, Strength.SOFT)));
    }
  }

  /** A method that a class does not declare is one of its supertypes'. */
  private void resolve(Item item, String method, int depth) {
    if (classes.declares(item, method)) {
      enliven(item, method);
    } else if (depth < DEEPEST) {
      classes.supertypes(item).forEach(s -> resolve(s, method, depth + 1));
    }
  }

  private void call(Item on, String method) {
    dispatch.called(on, method).forEach(i -> enliven(i, method));
  }

  private void enliven(Item item, String method) {
    if (live.computeIfAbsent(item, i -> new HashSet<>()).add(method)) {
      link(item);
      follow(item, method);
    }
  }

  private void follow(Item item, String part) {
    List<Demand> demands = classes.of(item).parts().getOrDefault(part, ItemDemands.NONE).named();
    if (item.name().equals(BundledRuntime.LIST_OF_MODULES)) {
      // it names all providers, as the descriptors do; whoever asks for a service demands them
      demands = demands.stream().filter(d -> d.how() != JavaHow.CODE_TEXT).toList();
    }
    queue.addAll(demands);
  }
}
