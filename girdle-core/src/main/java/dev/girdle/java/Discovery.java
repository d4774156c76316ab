package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Classes of the user's own code that bear an annotation of a library: once anything of the library
 * is at work, it may go through packages and find them, without anybody naming them.
 */
final class Discovery {
  private final ClassIndex index;
  private final Map<Component, Map<String, String>> found = new HashMap<>();

  Discovery(Collection<Component> components, ClassIndex index) {
    this.index = index;
    components.stream()
        .filter(c -> c.role() == Role.OWN)
        .flatMap(c -> c.items().stream())
        .filter(i -> i.path().endsWith(".class") && !index.isExcluded(i))
        .forEach(this::read);
  }

  private void read(Item item) {
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
      reader.accept(
          new ClassVisitor(Opcodes.ASM9) {
            @Override
            public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
              String type = descriptor.substring(1, descriptor.length() - 1).replace('/', '.');
              if (visible) {
                libraryOf(type).ifPresent(c -> add(c, item.name(), type));
              }
              return null;
            }
          },
          ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    } catch (UnreadableItemException
        | IOException
        | IndexOutOfBoundsException
        | IllegalArgumentException e) {
      return; // the walk tells of damaged classes if they are needed
    }
  }

  private Optional<Component> libraryOf(String type) {
    return index.classNamed(type).stream()
        .map(Item::component)
        .filter(c -> c.role() != Role.OWN)
        .findFirst();
  }

  private void add(Component library, String className, String annotation) {
    found.computeIfAbsent(library, l -> new TreeMap<>()).putIfAbsent(className, annotation);
  }

  /** The demands of a reached class of a library. */
  List<Demand> of(Item item) {
    List<Demand> demands = new ArrayList<>();
    found
        .getOrDefault(item.component(), Map.of())
        .forEach(
            (name, annotation) ->
                demands.add(
                    new Demand(
                        How.DISCOVERY,
                        Thing.CODE,
                        name,
                        item,
                        "",
                        0,
                        Strength.SOFT,
                        "by its annotation @" + annotation)));
    return demands;
  }
}
