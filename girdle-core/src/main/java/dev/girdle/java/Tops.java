package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.objectweb.asm.ClassReader;

/**
 * Finds the components that no other component uses: a program is used by nobody, its libraries are
 * used by it. Only the constant pools of class files are read.
 */
final class Tops {
  private static final int CONSTANT_CLASS = 7;

  private Tops() {}

  /** The names of the components that hold classes and that no other component refers to. */
  static Set<String> of(List<Component> components, ClassIndex index) {
    Map<Component, Set<Component>> uses = new HashMap<>();
    for (Component component : components) {
      Set<Component> used =
          component.items().parallelStream()
              .filter(i -> i.path().endsWith(".class"))
              .flatMap(i -> used(i, index).stream())
              .collect(Collectors.toSet());
      used.remove(component);
      uses.put(component, used);
    }
    Set<String> tops = new HashSet<>();
    for (Component component : components) {
      boolean isUsed =
          uses.entrySet().stream()
              // two that use each other do not count as used
              .anyMatch(
                  e ->
                      e.getValue().contains(component)
                          && !uses.get(component).contains(e.getKey()));
      if (!isUsed && component.items().stream().anyMatch(i -> i.path().endsWith(".class"))) {
        tops.add(component.name());
      }
    }
    return tops;
  }

  private static Set<Component> used(Item item, ClassIndex index) {
    Set<Component> used = new HashSet<>();
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      char[] buffer = new char[reader.getMaxStringLength()];
      for (int i = 1; i < reader.getItemCount(); i++) {
        int at = reader.getItem(i);
        if (at > 0 && reader.readByte(at - 1) == CONSTANT_CLASS) {
          String name = reader.readUTF8(at, buffer).replace('/', '.');
          index.classNamed(name).forEach(found -> used.add(found.component()));
        }
      }
      return used;
    } catch (UnreadableItemException | IOException | IndexOutOfBoundsException e) {
      return used; // survey tells of damaged classes elsewhere
    }
  }
}
