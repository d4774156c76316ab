package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.java.memory.RawClass;
import dev.girdle.java.memory.Said;
import dev.girdle.java.value.Value;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Notes what a class file says, without holding it against anything that is there. */
final class Recording extends DemandCollector {
  private final List<Said> sayings = new ArrayList<>();

  /** What was said, wherever it stands: said again at another place, it says nothing new. */
  private final Set<Said> known = new HashSet<>();

  private final Set<String> endings = new LinkedHashSet<>();
  private String self = "";

  Recording(Item item) {
    super(item, null);
  }

  RawClass recorded(int version, List<String> supertypes, Set<String> declared) {
    return new RawClass(self, version, supertypes, declared, List.copyOf(endings), sayings);
  }

  /** Says all of it again, to whoever holds it against what is there. */
  static void tell(RawClass raw, DemandCollector to) {
    if (!raw.self().isEmpty()) {
      to.ofClass(raw.self());
    }
    for (Said said : raw.sayings()) {
      to.at(said.member(), said.line());
      String name = said.name();
      switch (said.kind()) {
        case CODE -> to.part(said.how(), name, said.part(), said.strength(), said.excuse());
        case DESCRIPTOR -> to.descriptor(said.how(), name, said.strength());
        case OTHER -> to.other(said.how(), said.thing(), name, said.strength(), said.excuse());
        case OPEN -> to.open(said.how(), said.thing(), false);
        case OPEN_PASSED_ON -> to.open(said.how(), said.thing(), true);
        case TEXT -> to.text(name);
        case JOINED_CLASS -> to.joinedClass(new Value.Joined(name, said.part()), false);
        case JOINED_CLASS_BY_LOADER -> to.joinedClass(new Value.Joined(name, said.part()), true);
        case JOINED_FILE -> to.joinedFile(new Value.Joined(name, said.part()));
        case USED_SERVICE -> to.usedService(name);
      }
    }
  }

  private void say(
      Said.Kind kind,
      How how,
      Thing thing,
      Strength strength,
      String name,
      String part,
      String excuse) {
    // of a class, the first way in which it is asked for counts
    How way = kind == Said.Kind.CODE ? null : how;
    if (known.add(new Said(kind, way, thing, strength, name, part, excuse, "", 0))) {
      sayings.add(new Said(kind, how, thing, strength, name, part, excuse, member(), line()));
    }
  }

  @Override
  void ofClass(String internalName) {
    super.ofClass(internalName);
    self = internalName;
  }

  @Override
  void part(How how, String internalName, String wanted, Strength given, String excuse) {
    if (internalName != null && !internalName.isEmpty()) {
      say(Said.Kind.CODE, how, null, given, internalName, wanted, excuse);
    }
  }

  @Override
  void descriptor(How how, String descriptor, Strength strength) {
    if (descriptor.indexOf('L') >= 0) {
      say(Said.Kind.DESCRIPTOR, how, null, strength, descriptor, "", "");
    }
  }

  @Override
  void other(How how, Thing thing, String name, Strength strength, String excuse) {
    say(Said.Kind.OTHER, how, thing, strength, name, "", excuse);
  }

  @Override
  void open(How how, Thing thing, boolean passedOn) {
    Said.Kind kind = passedOn ? Said.Kind.OPEN_PASSED_ON : Said.Kind.OPEN;
    say(kind, how, thing, null, "", "", "");
  }

  @Override
  void text(String text) {
    Implied.ending(text).ifPresent(endings::add);
    if (TextDemands.mayName(text)) {
      say(Said.Kind.TEXT, null, null, null, text, "", "");
    }
  }

  @Override
  void joinedClass(Value.Joined joined, boolean byLoader) {
    Said.Kind kind = byLoader ? Said.Kind.JOINED_CLASS_BY_LOADER : Said.Kind.JOINED_CLASS;
    say(kind, null, null, null, joined.prefix(), joined.suffix(), "");
  }

  @Override
  void joinedFile(Value.Joined joined) {
    say(Said.Kind.JOINED_FILE, null, null, null, joined.prefix(), joined.suffix(), "");
  }

  @Override
  void usedService(String name) {
    say(Said.Kind.USED_SERVICE, null, null, null, name, "", "");
  }
}
