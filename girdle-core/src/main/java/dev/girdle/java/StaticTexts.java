package dev.girdle.java;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

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
    Map<String, String> texts = new HashMap<>();
    Set<String> changing = new HashSet<>();
    String self = reader.getClassName();
    reader.accept(
        new ClassVisitor(Opcodes.ASM9) {
          @Override
          public MethodVisitor visitMethod(
              int access, String name, String descriptor, String signature, String[] exceptions) {
            boolean initialises = name.equals("<clinit>");
            return new MethodVisitor(Opcodes.ASM9) {
              private String last;

              @Override
              public void visitLdcInsn(Object value) {
                last = value instanceof String text ? text : null;
              }

              @Override
              public void visitFieldInsn(int opcode, String owner, String field, String type) {
                if (opcode == Opcodes.PUTSTATIC && owner.equals(self) && type.equals(TEXT)) {
                  boolean isFirst = last == null || texts.putIfAbsent(field, last) == null;
                  if (!initialises || last == null || !isFirst) {
                    changing.add(field);
                  }
                }
                last = null;
              }

              @Override
              public void visitMethodInsn(int o, String w, String n, String d, boolean i) {
                last = null;
              }

              @Override
              public void visitInsn(int opcode) {
                last = null;
              }

              @Override
              public void visitVarInsn(int opcode, int variable) {
                last = null;
              }

              @Override
              public void visitTypeInsn(int opcode, String type) {
                last = null;
              }

              @Override
              public void visitInvokeDynamicInsn(
                  String n, String d, Handle b, Object... constants) {
                last = null;
              }

              @Override
              public void visitJumpInsn(int opcode, Label label) {
                last = null;
              }

              @Override
              public void visitLabel(Label label) {
                last = null; // who comes from elsewhere brings another
              }
            };
          }
        },
        ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    texts.keySet().removeAll(changing);
    return texts;
  }
}
