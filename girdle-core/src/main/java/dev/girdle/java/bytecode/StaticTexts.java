package dev.girdle.java.bytecode;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.LdcInsnNode;
import org.objectweb.asm.tree.MethodNode;

/**
 * The texts that static fields of a class hold for ever: those that are given a constant text once,
 * when the class is initialised, though nothing says that they are final.
 */
final class StaticTexts {
  private static final String TEXT = "Ljava/lang/String;";

  private final ClassReader reader;
  private Map<String, String> known;

  StaticTexts(ClassReader reader) {
    this.reader = reader;
  }

  /** The text that a field of this class holds; null if that is not known. */
  String in(String field) {
    if (known == null) {
      known = read();
    }
    return known.get(field);
  }

  private Map<String, String> read() {
    ClassNode self = new ClassNode();
    reader.accept(self, ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    Map<String, String> texts = new HashMap<>();
    Set<String> changing = new HashSet<>();
    for (MethodNode method : self.methods) {
      for (AbstractInsnNode instruction : method.instructions) {
        if (instruction instanceof FieldInsnNode put
            && put.getOpcode() == Opcodes.PUTSTATIC
            && put.owner.equals(self.name)
            && put.desc.equals(TEXT)) {
          String text = constantBefore(put);
          boolean isFirst = text != null && texts.putIfAbsent(put.name, text) == null;
          if (!isFirst || !method.name.equals("<clinit>")) {
            changing.add(put.name);
          }
        }
      }
    }
    texts.keySet().removeAll(changing);
    return texts;
  }

  /** Null if what is put stands not right before it, so that others can have brought it. */
  private static String constantBefore(AbstractInsnNode instruction) {
    return instruction.getPrevious() instanceof LdcInsnNode load && load.cst instanceof String text
        ? text
        : null;
  }
}
