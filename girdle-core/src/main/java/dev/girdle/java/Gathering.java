package dev.girdle.java;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.OpenDemand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Collects the demands of one class file: each name once, the strongest demand for it, and of
 * equally strong ones the first; besides, one that tells that the class can do without it.
 */
final class Gathering {
  private final Item item;
  private final String self;
  private final ClassIndex index;
  private final Map<String, Demand> code = new LinkedHashMap<>();

  /** Where the class is prepared for the absence of something that it demands hard elsewhere. */
  private final Map<String, Demand> excused = new LinkedHashMap<>();

  private final Map<Thing, Map<String, Demand>> others = new EnumMap<>(Thing.class);
  private final Map<Thing, OpenDemand> open = new EnumMap<>(Thing.class);
  private String member = "";
  private int line;

  Gathering(Item item, ClassIndex index) {
    this.item = item;
    this.self = item.name().replace('.', '/');
    this.index = index;
  }

  ClassIndex index() {
    return index;
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
    if (internalName == null || internalName.isEmpty()) {
      return;
    }
    if (internalName.charAt(0) == '[') {
      descriptor(how, internalName, strength);
      return;
    }
    if (internalName.equals(self)) {
      return;
    }
    if (isStronger(code.get(internalName), strength)) {
      code.put(
          internalName, demand(how, Thing.CODE, internalName.replace('/', '.'), strength, excuse));
    }
    if (!excuse.isEmpty()) {
      excused.computeIfAbsent(
          internalName, n -> demand(how, Thing.CODE, n.replace('/', '.'), strength, excuse));
    }
  }

  void type(How how, String internalName, Strength strength) {
    type(how, internalName, strength, "");
  }

  /** All classes in a descriptor or generic signature. */
  void descriptor(How how, String descriptor, Strength strength) {
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
  void open(How how, Thing thing) {
    open.putIfAbsent(thing, new OpenDemand(how, thing, item, member, line));
  }

  private static boolean isStronger(Demand there, Strength strength) {
    return there == null || strength.compareTo(there.strength()) < 0;
  }

  private Demand demand(How how, Thing thing, String name, Strength strength, String excuse) {
    return new Demand(how, thing, name, item, member, line, strength, excuse);
  }

  ItemDemands demands() {
    List<Demand> demands = new ArrayList<>(code.size() + 4);
    for (Demand demand : code.values()) {
      demands.add(demand);
      if (index.serviceTypes().contains(demand.name())) {
        demands.add(
            new Demand(
                How.SERVICE,
                Thing.SERVICE,
                demand.name(),
                item,
                demand.member(),
                demand.line(),
                demand.strength(),
                ""));
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
