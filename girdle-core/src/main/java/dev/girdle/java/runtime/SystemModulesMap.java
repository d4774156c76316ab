package dev.girdle.java.runtime;

import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * The class {@code jdk.internal.module.SystemModulesMap} of a runtime without a list of its modules
 * that was made beforehand: the runtime then finds them in its image (OpenJDK, that class as it
 * stands in the source, "null if this is an exploded build").
 */
final class SystemModulesMap {
  private static final String NAME = "jdk/internal/module/SystemModulesMap";
  private static final int CLASS_FILES_BEFORE_JAVA_1 = 44;

  private SystemModulesMap() {}

  static byte[] thatKnowsNone(int feature) {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    writer.visit(
        CLASS_FILES_BEFORE_JAVA_1 + Math.min(feature, 17),
        Opcodes.ACC_SUPER,
        NAME,
        null,
        "java/lang/Object",
        null);
    giving(writer, "allSystemModules", "()Ljdk/internal/module/SystemModules;", false);
    giving(writer, "defaultSystemModules", "()Ljdk/internal/module/SystemModules;", false);
    giving(writer, "moduleNames", "()[Ljava/lang/String;", true);
    giving(writer, "classNames", "()[Ljava/lang/String;", true);
    writer.visitEnd();
    return writer.toByteArray();
  }

  private static void giving(ClassWriter writer, String name, String descriptor, boolean isArray) {
    MethodVisitor method = writer.visitMethod(Opcodes.ACC_STATIC, name, descriptor, null, null);
    method.visitCode();
    if (isArray) {
      method.visitInsn(Opcodes.ICONST_0);
      method.visitTypeInsn(Opcodes.ANEWARRAY, "java/lang/String");
    } else {
      method.visitInsn(Opcodes.ACONST_NULL);
    }
    method.visitInsn(Opcodes.ARETURN);
    method.visitMaxs(0, 0);
    method.visitEnd();
  }
}
