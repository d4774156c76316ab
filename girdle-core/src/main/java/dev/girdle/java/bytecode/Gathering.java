package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.OpenDemand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.value.Value;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Collects the demands of one class file: each name once, the strongest demand for it, and of
 * equally strong ones the first; besides, one that tells that the class can do without it.
 */
class Gathering {
  private static final String LOADER = "java/util/ServiceLoader";

  private final Item item;
  private String self;
  private boolean isMisplaced;
  private final ClassIndex index;
  private final Map<String, Demand> code = new LinkedHashMap<>();

  /** Where the class is prepared for the absence of something that it demands hard elsewhere. */
  private final Map<String, Demand> excused = new LinkedHashMap<>();

  private final Map<Thing, Map<String, Demand>> others = new EnumMap<>(Thing.class);
  private final Set<String> declarations = new HashSet<>();
  private final Map<Thing, OpenDemand> open = new EnumMap<>(Thing.class);
  private final boolean byParts;
  private final String within;
  private String member = "";
  private int line;

  /** For all demands of a class, whose parts are not told apart. */
  Gathering(Item item, ClassIndex index) {
    this(item, index, false, "");
  }

  /** For the demands of one part of a class, or for those that belong to none. */
  Gathering(Item item, ClassIndex index, boolean byParts, String within) {
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
      open(How.REFLECTION, Thing.CODE, false);
    }
  }

  /** A file by a joined name; one that can be anything is open. */
  void joinedFile(Value.Joined joined) {
    if (!JoinedNames.files(this, joined)) {
      open(How.RESOURCE, Thing.RESOURCE, false);
    }
  }

  /** A service type that a module says it uses. */
  void usedService(String name) {
    if (index.serviceTypes().contains(name)) {
      other(How.USES, Thing.SERVICE, name, Strength.HARD, "");
    }
  }

  Item item() {
    return item;
  }

  /** From now on, demands stand here. */
  void at(String newMember, int newLine) {
    member = newMember;
    line = newLine;
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
    return switch (how) {
      case TYPE, CATCH, DECLARATION, RELATION, SERIAL, VERIFY -> "";
      default -> Demand.ALL_PARTS;
    };
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
    if (internalName.equals(self) && (part.isEmpty() || part.equals(Demand.ALL_PARTS))) {
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
    return new Demand(how, Thing.CODE, name, item, member, line, strength, excuse, part, within);
  }

  void type(How how, String internalName, Strength strength) {
    type(how, internalName, strength, "");
  }

  /** All classes in a descriptor or generic signature. */
  void descriptor(How how, String descriptor, Strength strength) {
    // the same few descriptors stand in a class over and over
    if (how == How.DECLARATION && !declarations.add(descriptor)) {
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
    other(how, Thing.RESOURCE, name, strength, excuse);
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
    OpenDemand there = open.get(thing);
    if (there == null || there.passedOn() && !passedOn) {
      open.put(thing, new OpenDemand(how, thing, item, member, line, passedOn));
    }
  }

  private static boolean isStronger(Demand there, Strength strength) {
    return there == null || strength.compareTo(there.strength()) < 0;
  }

  private Demand demand(How how, Thing thing, String name, Strength strength, String excuse) {
    return new Demand(
        how, thing, name, item, member, line, strength, excuse, Demand.ALL_PARTS, within);
  }

  /** Whether a class literal is given to others, of whom one may ask for services of the class. */
  private static boolean isHandedOn(Demand demand) {
    return demand.how() == How.TYPE && demand.part().equals(Demand.ALL_PARTS);
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
                How.SERVICE,
                Thing.SERVICE,
                demand.name(),
                item,
                demand.member(),
                demand.line(),
                demand.strength(),
                "",
                Demand.ALL_PARTS,
                within));
      }
    }
    excused.forEach(
        (name, demand) -> {
          if (code.get(name).strength() == Strength.HARD) {
            demands.add(demand);
          }
        });
    others.values().forEach(there -> demands.addAll(there.values()));
    return new ItemDemands(demands, List.copyOf(open.values()));
  }
}
