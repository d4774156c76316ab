package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Need;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.Wanted;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.value.Value;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Collects the demands of one class file: each name once, the strongest demand for it, and of
 * equally strong ones the first; besides, one that tells that the class can do without it.
 */
class DemandCollector {
  private static final String LOADER = "java/util/ServiceLoader";
  private static final Set<How> MENTIONS =
      Set.of(
          JavaHow.TYPE,
          JavaHow.CATCH,
          JavaHow.DECLARATION,
          JavaHow.RELATION,
          JavaHow.SERIAL,
          JavaHow.VERIFY);

  private final Item item;
  private String self;
  private boolean isMisplaced;
  private final ClassIndex index;
  private final Map<String, Demand> code = new LinkedHashMap<>();

  /** Where the class is prepared for the absence of something that it demands elsewhere, too. */
  private final Map<String, Demand> excused = new LinkedHashMap<>();

  private final Map<Thing, Map<String, Demand>> others = new TreeMap<>(JavaThing.ORDER);
  private final Set<String> declarations = new HashSet<>();
  private final Map<Thing, DynamicReference> open = new TreeMap<>(JavaThing.ORDER);
  private final boolean byParts;
  private final String within;
  private Site site;
  private String member = "";
  private int line;

  /** For all demands of a class, whose parts are not told apart. */
  DemandCollector(Item item, ClassIndex index) {
    this(item, index, false, "");
  }

  /** For the demands of one part of a class, or for those that belong to none. */
  DemandCollector(Item item, ClassIndex index, boolean byParts, String within) {
    this.byParts = byParts;
    this.within = within;
    this.item = item;
    this.self = item.name().replace('.', '/');
    this.index = index;
  }

  /** Told what the class is called, which need not be what its place says. */
  void ofClass(String internalName) {
    // variants for Java releases lie where they are looked for
    isMisplaced = !internalName.equals(self) && !item.path().startsWith("META-INF/versions/");
    self = internalName;
  }

  /** Whether an internal name is that of the class itself. */
  boolean isSelf(String internalName) {
    return internalName.equals(self);
  }

  ClassIndex index() {
    return index;
  }

  String member() {
    return member;
  }

  int line() {
    return line;
  }

  /** A constant text, which may name something that is there. */
  void text(String text) {
    TextDemands.inCode(this, text);
  }

  /** A class by a joined name; one that can be anything is open if a class loader is asked. */
  void joinedClass(Value.Joined joined, boolean byLoader) {
    if (!JoinedNames.classes(this, joined) && byLoader) {
      open(JavaHow.REFLECTION, JavaThing.CODE, false);
    }
  }

  /** A file by a joined name; one that can be anything is open. */
  void joinedFile(Value.Joined joined) {
    if (!JoinedNames.files(this, joined)) {
      open(JavaHow.RESOURCE, Thing.FILE, false);
    }
  }

  /** A service type that a module says it uses. */
  void usedService(String name) {
    if (index.serviceTypes().contains(name)) {
      other(JavaHow.USES, JavaThing.SERVICE, name, Strength.HARD, "");
    }
  }

  Item item() {
    return item;
  }

  /** From now on, demands stand here. */
  void at(String newMember, int newLine) {
    if (newLine != line || !newMember.equals(member)) {
      site = null;
    }
    member = newMember;
    line = newLine;
  }

  /** One for all demands of a line. */
  private Site site() {
    if (site == null) {
      site = new Site(item, member, line, within);
    }
    return site;
  }

  /** A class by its internal name (with slashes); array types are demands for their elements. */
  void type(How how, String internalName, Strength strength, String excuse) {
    part(how, internalName, defaultPart(how), strength, excuse);
  }

  /**
   * Who mentions a class in code uses of it only what is named with it; who gets hold of it by its
   * name, or hands it on, may use all of it.
   */
  private static String defaultPart(How how) {
    return MENTIONS.contains(how) ? "" : Wanted.ALL_PARTS;
  }

  /** A part of a class: a method by its name and descriptor. */
  void part(How how, String internalName, String wanted, Strength given, String excuse) {
    // nobody loads a class by its name from a folder that is not its package's
    Strength strength = isMisplaced ? given.weaker(Strength.SOFT) : given;
    String part = byParts ? wanted : "";
    if (internalName == null || internalName.isEmpty()) {
      return;
    }
    if (internalName.charAt(0) == '[') {
      descriptor(how, internalName, strength);
      return;
    }
    if (internalName.equals(self) && (part.isEmpty() || part.equals(Wanted.ALL_PARTS))) {
      return;
    }
    String key = part.isEmpty() ? internalName : internalName + '.' + part;
    if (isStronger(code.get(key), strength)) {
      code.put(key, code(how, internalName, strength, excuse, part));
    }
    if (!excuse.isEmpty()) {
      excused.computeIfAbsent(key, n -> code(how, internalName, strength, excuse, part));
    }
  }

  private Demand code(How how, String internalName, Strength strength, String excuse, String part) {
    String name = index.shared(internalName.replace('/', '.'));
    return new Demand(
        new Wanted(JavaThing.CODE, name, part), site(), new Need(how, strength, excuse));
  }

  void type(How how, String internalName, Strength strength) {
    type(how, internalName, strength, "");
  }

  /** All classes in a descriptor or generic signature. */
  void descriptor(How how, String descriptor, Strength strength) {
    // the same few descriptors stand in a class over and over
    if (how == JavaHow.DECLARATION && !declarations.add(descriptor)) {
      return;
    }
    int length = descriptor.length();
    for (int i = 0; i < length; i++) {
      if (descriptor.charAt(i) == 'L') {
        int end = descriptor.indexOf(';', i);
        type(how, descriptor.substring(i + 1, end), strength);
        i = end;
      }
    }
  }

  void file(How how, String name, Strength strength, String excuse) {
    other(how, Thing.FILE, name, strength, excuse);
  }

  /** Something that is no class. */
  void other(How how, Thing thing, String name, Strength strength, String excuse) {
    Map<String, Demand> there = others.computeIfAbsent(thing, t -> new LinkedHashMap<>());
    if (isStronger(there.get(name), strength)) {
      there.put(name, demand(how, thing, name, strength, excuse));
    }
  }

  /** Something whose name only the run will tell; the first place of each kind counts. */
  void open(How how, Thing thing, boolean passedOn) {
    DynamicReference there = open.get(thing);
    if (there == null || there.passedOn() && !passedOn) {
      open.put(thing, new DynamicReference(how, thing, site(), passedOn));
    }
  }

  private static boolean isStronger(Demand there, Strength strength) {
    return there == null || strength.compareTo(there.strength()) < 0;
  }

  private Demand demand(How how, Thing thing, String name, Strength strength, String excuse) {
    return new Demand(Wanted.all(thing, name), site(), new Need(how, strength, excuse));
  }

  /** Whether a class literal is given to others, of whom one may ask for services of the class. */
  private static boolean isHandedOn(Demand demand) {
    return demand.how() == JavaHow.TYPE && demand.part().equals(Wanted.ALL_PARTS);
  }

  ItemDemands demands() {
    List<Demand> demands = new ArrayList<>(code.size() + 4);
    // a runtime names its services in many places that ask for none
    boolean mayAsk =
        item.component().role() != Role.RUNTIME
            || code.keySet().stream().anyMatch(k -> k.startsWith(LOADER));
    for (Demand demand : code.values()) {
      demands.add(demand);
      if ((mayAsk || isHandedOn(demand)) && index.serviceTypes().contains(demand.name())) {
        demands.add(
            new Demand(
                Wanted.all(JavaThing.SERVICE, demand.name()),
                demand.site(),
                Need.of(JavaHow.SERVICE, demand.strength())));
      }
    }
    excused.forEach(
        (name, demand) -> {
          if (code.get(name).excuse().isEmpty()) {
            demands.add(demand);
          }
        });
    others.values().forEach(there -> demands.addAll(there.values()));
    return new ItemDemands(demands, List.copyOf(open.values()));
  }
}
