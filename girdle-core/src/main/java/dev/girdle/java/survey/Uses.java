package dev.girdle.java.survey;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.ConstantPool;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.objectweb.asm.ClassReader;

/**
 * Which components use which: a program is used by nobody, its libraries are used by it. Only the
 * constant pools of class files are read.
 */
final class Uses {
  private final Map<String, Set<String>> used = new LinkedHashMap<>();

  private Uses() {}

  /** Looks at the components that hold classes. */
  static Uses of(List<Component> components, ClassIndex index) {
    Uses uses = new Uses();
    for (Component component : components) {
      List<Item> classes =
          component.items().stream().filter(i -> i.path().endsWith(".class")).toList();
      if (!classes.isEmpty()) {
        Set<String> names =
            classes.parallelStream()
                .flatMap(i -> usedBy(i, index).stream())
                .filter(c -> c != component)
                .map(Component::name)
                .collect(Collectors.toSet());
        uses.used.put(component.name(), names);
      }
    }
    return uses;
  }

  /** How many components hold classes. */
  int all() {
    return used.size();
  }

  /** The components that use one; those that it uses itself are not told. */
  Set<String> usersOf(String component) {
    Set<String> own = used.getOrDefault(component, Set.of());
    return used.keySet().stream()
        .filter(u -> used.get(u).contains(component) && !own.contains(u))
        .collect(Collectors.toSet());
  }

  /** Whether a component holds classes and no other uses it. */
  boolean isTop(String component) {
    return used.containsKey(component) && usersOf(component).isEmpty();
  }

  /** The components that one uses, and those that they use, and so on. */
  Set<String> usedBy(String component) {
    Set<String> all = new HashSet<>();
    Deque<String> open = new ArrayDeque<>(used.getOrDefault(component, Set.of()));
    while (!open.isEmpty()) {
      String next = open.pop();
      if (!next.equals(component) && all.add(next)) {
        open.addAll(used.getOrDefault(next, Set.of()));
      }
    }
    return all;
  }

  private static Set<Component> usedBy(Item item, ClassIndex index) {
    Set<Component> found = new HashSet<>();
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      for (String name : ClassHeader.reading(() -> classes(reader))) {
        index.classNamed(name).forEach(one -> found.add(one.component()));
      }
      return found;
    } catch (UnreadableItemException | IOException e) {
      return found; // survey tells of damaged classes elsewhere
    }
  }

  /** Full names of the classes that a class file names, and what else looks like them. */
  private static List<String> classes(ClassReader reader) {
    return ConstantPool.texts(reader, ConstantPool.CLASS).map(n -> n.replace('/', '.')).toList();
  }
}
