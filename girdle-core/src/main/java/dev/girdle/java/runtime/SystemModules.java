package dev.girdle.java.runtime;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.commons.GeneratorAdapter;
import org.objectweb.asm.commons.Method;

/**
 * The list of its modules that a runtime takes from its image instead of reading their descriptors
 * at every start: the classes {@code SystemModulesMap} and {@code SystemModules$listed} of the
 * package {@code jdk.internal.module} (OpenJDK, {@code jdk.internal.module.SystemModules}). The
 * virtual machine's class-data archive can hold the modules only if there is such a list.
 */
final class SystemModules {
  static final String PACKAGE = "jdk/internal/module/";
  private static final String INTERFACE = PACKAGE + "SystemModules";
  private static final String LISTED = PACKAGE + "SystemModules$listed";
  private static final String MAP = PACKAGE + "SystemModulesMap";
  private static final Type DESCRIPTOR = Type.getObjectType("java/lang/module/ModuleDescriptor");
  private static final Type HASHES = Type.getObjectType(PACKAGE + "ModuleHashes");
  private static final Type HASHES_BUILDER = Type.getObjectType(PACKAGE + "ModuleHashes$Builder");
  private static final Type BYTES = Type.getType(byte[].class);
  private static final Type STRING = Type.getType(String.class);
  private static final Type SET = Type.getType(Set.class);
  private static final Type MAP_TYPE = Type.getType(Map.class);
  private static final Set<String> METHODS =
      Set.of(
          "hasSplitPackages()Z",
          "hasIncubatorModules()Z",
          "moduleDescriptors()[Ljava/lang/module/ModuleDescriptor;",
          "moduleTargets()[Ljdk/internal/module/ModuleTarget;",
          "moduleHashes()[Ljdk/internal/module/ModuleHashes;",
          "moduleResolutions()[Ljdk/internal/module/ModuleResolution;",
          "moduleReads()Ljava/util/Map;");

  /** The newest class file format that all runtimes with such an image read: that of Java 11. */
  private static final int VERSION = Opcodes.V11;

  private final List<ModuleFacts> modules;

  private SystemModules(Collection<ModuleFacts> modules) {
    this.modules = List.copyOf(modules);
  }

  /**
   * Makes the classes.
   *
   * @param modules the modules that go along
   * @param type the class file of the runtime's own {@code SystemModules}
   * @return class files by path; of a runtime whose list has another form, one that has no list and
   *     makes the runtime read the descriptors
   */
  static Map<String, byte[]> of(Collection<ModuleFacts> modules, byte[] type) {
    Map<String, byte[]> classes = new TreeMap<>();
    boolean isKnown = methodsOf(type).equals(METHODS);
    classes.put(MAP + ".class", map(isKnown));
    if (isKnown) {
      classes.put(LISTED + ".class", new SystemModules(modules).listed());
    }
    return classes;
  }

  private static Set<String> methodsOf(byte[] type) {
    Set<String> methods = new TreeSet<>();
    ClassVisitor visitor =
        new ClassVisitor(Opcodes.ASM9) {
          @Override
          public MethodVisitor visitMethod(
              int access, String name, String descriptor, String sig, String[] exceptions) {
            methods.add(name + descriptor);
            return null;
          }
        };
    new ClassReader(type).accept(visitor, ClassReader.SKIP_CODE);
    return methods;
  }

  private static byte[] map(boolean hasList) {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    writer.visit(VERSION, Opcodes.ACC_SUPER, MAP, null, "java/lang/Object", null);
    for (String name : List.of("allSystemModules", "defaultSystemModules")) {
      GeneratorAdapter code = method(writer, Opcodes.ACC_STATIC, name + "()L" + INTERFACE + ";");
      if (hasList) {
        code.newInstance(Type.getObjectType(LISTED));
        code.dup();
        code.invokeConstructor(Type.getObjectType(LISTED), Method.getMethod("void <init>()"));
      } else {
        code.visitInsn(Opcodes.ACONST_NULL);
      }
      end(code);
    }
    for (String name : List.of("moduleNames", "classNames")) {
      GeneratorAdapter code = method(writer, Opcodes.ACC_STATIC, name + "()[Ljava/lang/String;");
      code.push(0);
      code.newArray(STRING);
      end(code);
    }
    writer.visitEnd();
    return writer.toByteArray();
  }

  private byte[] listed() {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    int access = Opcodes.ACC_SUPER | Opcodes.ACC_FINAL;
    writer.visit(VERSION, access, LISTED, null, "java/lang/Object", new String[] {INTERFACE});
    GeneratorAdapter made = method(writer, 0, "<init>()V");
    made.loadThis();
    made.invokeConstructor(Type.getType(Object.class), Method.getMethod("void <init>()"));
    end(made);
    for (String question : List.of("hasSplitPackages()Z", "hasIncubatorModules()Z")) {
      GeneratorAdapter code = method(writer, Opcodes.ACC_PUBLIC, question);
      code.push(false);
      end(code);
    }
    for (String what : List.of("Target", "Hashes", "Resolution")) {
      String type = PACKAGE + "Module" + what;
      String name = "module" + (what.endsWith("s") ? what : what + "s");
      GeneratorAdapter code = method(writer, Opcodes.ACC_PUBLIC, name + "()[L" + type + ";");
      code.push(modules.size());
      code.newArray(Type.getObjectType(type));
      if (what.equals("Hashes")) {
        hashes(code);
      }
      end(code);
    }
    descriptors(writer);
    reads(writer);
    writer.visitEnd();
    return writer.toByteArray();
  }

  /**
   * Which modules were made together: lines of stack traces tell the release of all others
   * (OpenJDK, {@code StackTraceElement.HashedModules}). A list of none is no list, so that one is
   * kept that nobody asks for where no other goes along.
   */
  private void hashes(GeneratorAdapter code) {
    Set<String> names = modules.stream().map(ModuleFacts::name).collect(Collectors.toSet());
    for (int i = 0; i < modules.size(); i++) {
      SortedMap<String, byte[]> all = modules.get(i).hashes();
      if (!all.isEmpty()) {
        Map<String, byte[]> hashes = new TreeMap<>(all);
        hashes.keySet().retainAll(names);
        hashes.putIfAbsent(all.firstKey(), all.get(all.firstKey()));
        code.dup();
        code.push(i);
        hashes(code, hashes);
        code.arrayStore(HASHES);
      }
    }
  }

  private static void hashes(GeneratorAdapter code, Map<String, byte[]> hashes) {
    code.newInstance(HASHES_BUILDER);
    code.dup();
    code.push(ModuleFacts.ALGORITHM);
    code.push(hashes.size());
    code.invokeConstructor(HASHES_BUILDER, Method.getMethod("void <init>(String, int)"));
    hashes.forEach(
        (name, hash) -> {
          code.push(name);
          code.push(hash.length);
          code.newArray(Type.BYTE_TYPE);
          for (int at = 0; at < hash.length; at++) {
            code.dup();
            code.push(at);
            code.push((int) hash[at]);
            code.arrayStore(Type.BYTE_TYPE);
          }
          code.invokeVirtual(
              HASHES_BUILDER,
              new Method("hashForModule", HASHES_BUILDER, new Type[] {STRING, BYTES}));
        });
    code.invokeVirtual(HASHES_BUILDER, new Method("build", HASHES, new Type[0]));
  }

  private void descriptors(ClassWriter writer) {
    String all = "[" + DESCRIPTOR.getDescriptor();
    GeneratorAdapter code = method(writer, Opcodes.ACC_PUBLIC, "moduleDescriptors()" + all);
    code.push(modules.size());
    code.newArray(DESCRIPTOR);
    for (int i = 0; i < modules.size(); i++) {
      // a method for each, since one method can only be so long
      String one = "module" + i + "()" + DESCRIPTOR.getDescriptor();
      new DescriptorCode(method(writer, Opcodes.ACC_STATIC, one)).write(modules.get(i));
      code.dup();
      code.push(i);
      code.invokeStatic(Type.getObjectType(LISTED), parsed(one));
      code.arrayStore(DESCRIPTOR);
    }
    end(code);
  }

  private void reads(ClassWriter writer) {
    GeneratorAdapter code =
        method(writer, Opcodes.ACC_PUBLIC, "moduleReads()" + MAP_TYPE.getDescriptor());
    code.newInstance(Type.getObjectType("java/util/HashMap"));
    code.dup();
    code.invokeConstructor(
        Type.getObjectType("java/util/HashMap"), Method.getMethod("void <init>()"));
    for (ModuleFacts module : modules) {
      code.dup();
      code.push(module.name());
      DescriptorCode.set(code, new ArrayList<>(readBy(module)));
      code.invokeInterface(MAP_TYPE, Method.getMethod("Object put(Object,Object)"));
      code.pop();
    }
    end(code);
  }

  /** What a module reads: what it requires, and what that passes on (JLS 7.7.1). */
  private Set<String> readBy(ModuleFacts module) {
    Map<String, ModuleFacts> byName = new TreeMap<>();
    modules.forEach(m -> byName.put(m.name(), m));
    Set<String> read = new TreeSet<>();
    List<String> open = new ArrayList<>(module.requires().keySet());
    while (!open.isEmpty()) {
      String next = open.remove(open.size() - 1);
      if (byName.containsKey(next) && read.add(next)) {
        byName.get(next).requires().entrySet().stream()
            .filter(r -> (r.getValue() & Opcodes.ACC_TRANSITIVE) != 0)
            .forEach(r -> open.add(r.getKey()));
      }
    }
    return read;
  }

  static GeneratorAdapter method(ClassWriter writer, int access, String signature) {
    Method method = parsed(signature);
    MethodVisitor visitor =
        writer.visitMethod(access, method.getName(), method.getDescriptor(), null, null);
    GeneratorAdapter code = new GeneratorAdapter(access, method, visitor);
    code.visitCode();
    return code;
  }

  private static Method parsed(String signature) {
    int paren = signature.indexOf('(');
    return new Method(signature.substring(0, paren), signature.substring(paren));
  }

  static void end(GeneratorAdapter code) {
    code.returnValue();
    code.endMethod();
  }
}
