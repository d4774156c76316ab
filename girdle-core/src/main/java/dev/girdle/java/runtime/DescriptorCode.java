package dev.girdle.java.runtime;

import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.commons.GeneratorAdapter;
import org.objectweb.asm.commons.Method;

/**
 * Code that builds the descriptor of one module (OpenJDK, {@code jdk.internal.module.Builder},
 * which is there for such code).
 */
final class DescriptorCode {
  private static final String OUTER = "java/lang/module/ModuleDescriptor";
  private static final Type BUILDER = Type.getObjectType("jdk/internal/module/Builder");
  private static final String BUILDER_RETURN = ")" + BUILDER.getDescriptor();
  private static final String SET = "Ljava/util/Set;";
  private static final String TEXT = "Ljava/lang/String;";

  private final GeneratorAdapter code;

  DescriptorCode(GeneratorAdapter code) {
    this.code = code;
  }

  void write(ModuleFacts module) {
    code.newInstance(BUILDER);
    code.dup();
    code.push(module.name());
    code.invokeConstructor(BUILDER, new Method("<init>", "(" + TEXT + ")V"));
    flag("open", module.access(), Opcodes.ACC_OPEN);
    flag("synthetic", module.access(), Opcodes.ACC_SYNTHETIC);
    flag("mandated", module.access(), Opcodes.ACC_MANDATED);
    array("requires", "Requires", module.requires(), this::required);
    array("exports", "Exports", module.exports(), (p, to) -> seen("Exports", p, to));
    array("opens", "Opens", module.opens(), (p, to) -> seen("Opens", p, to));
    set(code, module.uses());
    call("uses", SET);
    array("provides", "Provides", module.provides(), this::provided);
    set(code, module.packages());
    call("packages", SET);
    if (module.version() != null) {
      code.push(module.version());
      call("version", TEXT);
    }
    code.push(module.name().hashCode());
    code.invokeVirtual(BUILDER, new Method("build", "(I)L" + OUTER + ";"));
    SystemModules.end(code);
  }

  private void call(String name, String argument) {
    code.invokeVirtual(BUILDER, new Method(name, "(" + argument + BUILDER_RETURN));
  }

  private void flag(String name, int access, int flag) {
    if ((access & flag) != 0) {
      code.push(true);
      call(name, "Z");
    }
  }

  private <T> void array(
      String name, String type, Map<String, T> values, BiConsumer<String, T> each) {
    Type element = Type.getObjectType(OUTER + "$" + type);
    code.push(values.size());
    code.newArray(element);
    int at = 0;
    for (Map.Entry<String, T> value : values.entrySet()) {
      code.dup();
      code.push(at++);
      each.accept(value.getKey(), value.getValue());
      code.arrayStore(element);
    }
    call(name, "[" + element.getDescriptor());
  }

  private void required(String module, int flags) {
    Type modifier = Type.getObjectType(OUTER + "$Requires$Modifier");
    List<String> names =
        Stream.of(
                (flags & Opcodes.ACC_TRANSITIVE) != 0 ? "TRANSITIVE" : "",
                (flags & Opcodes.ACC_STATIC_PHASE) != 0 ? "STATIC" : "",
                (flags & Opcodes.ACC_SYNTHETIC) != 0 ? "SYNTHETIC" : "",
                (flags & Opcodes.ACC_MANDATED) != 0 ? "MANDATED" : "")
            .filter(n -> !n.isEmpty())
            .toList();
    objects(names, n -> code.getStatic(modifier, n, modifier));
    ofSet();
    code.push(module);
    make("newRequires", SET + TEXT, "Requires");
  }

  private void seen(String type, String packaze, List<String> by) {
    set(code, List.of());
    code.push(packaze);
    if (by.isEmpty()) {
      make("new" + type, SET + TEXT, type);
    } else {
      set(code, by);
      make("new" + type, SET + TEXT + SET, type);
    }
  }

  private void provided(String service, List<String> providers) {
    code.push(service);
    objects(providers, code::push);
    code.visitMethodInsn(
        Opcodes.INVOKESTATIC,
        "java/util/List",
        "of",
        "([Ljava/lang/Object;)Ljava/util/List;",
        true);
    make("newProvides", TEXT + "Ljava/util/List;", "Provides");
  }

  private void make(String name, String arguments, String type) {
    code.invokeStatic(BUILDER, new Method(name, "(" + arguments + ")L" + OUTER + "$" + type + ";"));
  }

  private void objects(List<String> values, java.util.function.Consumer<String> push) {
    objects(code, values, push);
  }

  private static void objects(
      GeneratorAdapter code, List<String> values, java.util.function.Consumer<String> push) {
    Type object = Type.getType(Object.class);
    code.push(values.size());
    code.newArray(object);
    for (int i = 0; i < values.size(); i++) {
      code.dup();
      code.push(i);
      push.accept(values.get(i));
      code.arrayStore(object);
    }
  }

  private void ofSet() {
    ofSet(code);
  }

  private static void ofSet(GeneratorAdapter code) {
    code.visitMethodInsn(
        Opcodes.INVOKESTATIC, "java/util/Set", "of", "([Ljava/lang/Object;)Ljava/util/Set;", true);
  }

  /** Leaves a set of texts on the stack. */
  static void set(GeneratorAdapter code, List<String> values) {
    objects(code, values, code::push);
    ofSet(code);
  }
}
