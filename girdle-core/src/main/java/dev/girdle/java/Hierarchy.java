package dev.girdle.java;

import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Which classes stand above which, and which methods they have: those of the application, and those
 * of the runtime. A class that is not there has no methods, and is taken for no interface.
 *
 * <p>Safe for use by several threads.
 */
final class Hierarchy {
  private static final int DEEPEST = 200;

  private final Jdk jdk;
  private final ClassIndex index;
  private final Map<String, Type> types = new ConcurrentHashMap<>();
  private final Map<String, Set<String>> virtuals = new ConcurrentHashMap<>();

  /** A class: its supertypes by internal names, and its methods that can be overridden. */
  private record Type(boolean isInterface, List<String> supertypes, Set<String> methods) {
    static final Type UNKNOWN = new Type(false, List.of(), Set.of());
  }

  Hierarchy(Jdk jdk, ClassIndex index) {
    this.jdk = jdk;
    this.index = index;
  }

  /** The hierarchy of classes that need no other runtime, since they are one. */
  Hierarchy(ClassIndex index) {
    this(null, index);
  }

  boolean isInterface(String internalName) {
    return type(internalName).isInterface;
  }

  /** Name and descriptor of all methods that a class with these supertypes can override. */
  Set<String> virtualMethods(Collection<String> supertypes) {
    Set<String> all = new HashSet<>();
    supertypes.forEach(s -> all.addAll(virtualMethods(s, 0)));
    return all;
  }

  /** Those of a class and of everything above it. */
  private Set<String> virtualMethods(String internalName, int depth) {
    Set<String> known = virtuals.get(internalName);
    if (known != null || depth > DEEPEST) {
      return known == null ? Set.of() : known;
    }
    Type type = type(internalName);
    Set<String> all = new HashSet<>(type.methods);
    type.supertypes.forEach(s -> all.addAll(virtualMethods(s, depth + 1)));
    virtuals.put(internalName, all);
    return all;
  }

  /** Name and descriptor of all methods of interfaces, and of the interfaces that they extend. */
  Set<String> methodsOfInterfaces(Collection<String> interfaces) {
    Set<String> all = new HashSet<>();
    List<String> open = new ArrayList<>(interfaces);
    Set<String> seen = new HashSet<>();
    while (!open.isEmpty()) {
      String next = open.remove(open.size() - 1);
      Type type = type(next);
      if (seen.add(next) && type.isInterface) {
        all.addAll(type.methods);
        open.addAll(type.supertypes);
      }
    }
    return all;
  }

  private Type type(String internalName) {
    Type known = types.get(internalName);
    if (known == null) {
      known = bytes(internalName).map(Hierarchy::read).orElse(Type.UNKNOWN);
      types.put(internalName, known);
    }
    return known;
  }

  private Optional<byte[]> bytes(String internalName) {
    try {
      String name = internalName.replace('/', '.');
      Optional<byte[]> ofRuntime = jdk == null ? Optional.empty() : jdk.bytesOf(name);
      if (ofRuntime.isPresent()) {
        return ofRuntime;
      }
      List<Item> items = index.classNamed(name);
      return items.isEmpty()
          ? Optional.empty()
          : Optional.of(ClassHeader.bytesOf(items.get(0).content()));
    } catch (IOException e) {
      return Optional.empty(); // the walk tells of what cannot be read
    }
  }

  private static Type read(byte[] bytes) {
    List<String> supertypes = new ArrayList<>();
    Set<String> methods = new HashSet<>();
    boolean[] isInterface = new boolean[1];
    ClassVisitor visitor =
        new ClassVisitor(Opcodes.ASM9) {
          @Override
          public void visit(
              int version, int access, String name, String sig, String parent, String[] faces) {
            isInterface[0] = (access & Opcodes.ACC_INTERFACE) != 0;
            if (parent != null) {
              supertypes.add(parent);
            }
            supertypes.addAll(List.of(faces));
          }

          @Override
          public MethodVisitor visitMethod(
              int access, String name, String descriptor, String sig, String[] exceptions) {
            boolean fixed = (access & (Opcodes.ACC_STATIC | Opcodes.ACC_PRIVATE)) != 0;
            if (!fixed && name.charAt(0) != '<') {
              methods.add((name + descriptor).intern());
            }
            return null;
          }
        };
    try {
      int parts = ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES;
      ClassHeader.readerOf(bytes).accept(visitor, parts);
    } catch (UnreadableItemException | IndexOutOfBoundsException | IllegalArgumentException e) {
      return Type.UNKNOWN;
    }
    return new Type(isInterface[0], supertypes, methods);
  }
}
