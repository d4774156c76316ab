package dev.girdle.java.reach;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Demand;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.Content;
import dev.girdle.io.Lines;
import dev.girdle.java.bytecode.ClassDemands;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.probe.Probes;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * A subsystem of Java that a program asks for and that is tried in a Java that was cut down. What
 * the trial itself needs goes along, so that whoever asks for a part has a whole that works.
 *
 * @param name the class in {@code dev.girdle.probe}
 * @param what what it tries, for the user
 */
public record RuntimeProbe(String name, String what) {
  private static final String FOLDER = "dev/girdle/probe/";
  private static final int PARTS_OF_ONE = 4;
  private static final int LARGEST = 1 << 20;

  /** The probes of what a program asks its runtime for, in the order of the list. */
  public static List<RuntimeProbe> of(Closure closure) {
    Map<String, RuntimeProbe> asked = new LinkedHashMap<>();
    for (String line : Lines.of(RuntimeProbe.class, "probes.txt")) {
      String[] words = line.split(" \\| ");
      String[] wanted = words[1].split(" ");
      String part = wanted.length > 1 ? wanted[1] : "";
      if (closure.askedOfRuntime().stream().anyMatch(d -> asks(d, wanted[0], part))) {
        asked.putIfAbsent(words[0], new RuntimeProbe(words[0], words[2]));
      }
    }
    return List.copyOf(asked.values());
  }

  private static boolean asks(Demand demand, String className, String method) {
    return demand.thing() == JavaThing.CODE
        && demand.name().equals(className)
        && (method.isEmpty() || demand.part().startsWith(method));
  }

  /** The class files that a trial of some probes takes, by path. */
  public static Map<String, Content> classes(List<RuntimeProbe> probes) throws IOException {
    Map<String, Content> classes = new TreeMap<>();
    List<String> names = new ArrayList<>(List.of("Probe", "Probes"));
    probes.forEach(p -> names.add(p.name));
    for (String name : names) {
      add(name, classes);
      for (int i = 1; i <= PARTS_OF_ONE; i++) {
        add(name + "$" + i, classes);
      }
    }
    return classes;
  }

  private static void add(String name, Map<String, Content> classes) throws IOException {
    String path = FOLDER + name + ".class";
    try (InputStream in = Probes.class.getResourceAsStream("/" + path)) {
      if (in != null) {
        classes.put(path, Content.of(in.readAllBytes()));
      }
    }
  }

  /** What the probes of a program demand of its runtime. */
  static List<Demand> demands(Closure closure, ClassIndex ofRuntime) throws IOException {
    List<RuntimeProbe> probes = of(closure);
    List<Demand> demands = new ArrayList<>();
    if (probes.isEmpty()) {
      return demands;
    }
    Component component = RuntimeWalk.component("trial of what is asked for", classes(probes));
    for (Item item : component.items()) {
      try {
        byte[] bytes = item.content().bytes(LARGEST);
        demands.addAll(ClassDemands.read(bytes, item, ofRuntime, true).demands().named());
      } catch (UnreadableItemException e) {
        throw new IOException(item.path() + " " + e.getMessage(), e);
      }
    }
    return demands;
  }
}
