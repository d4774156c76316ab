package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import dev.girdle.start.LeftOut;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ClassRemapper;
import org.objectweb.asm.commons.SimpleRemapper;

/** The few changes that are made to classes of a runtime. */
final class ClassEdits {
  /** The errors that tell of a class that is not found. */
  static final String[] NOT_FOUND = {
    "java/lang/NoClassDefFoundError.class", "java/lang/ClassNotFoundException.class"
  };

  /** In a package that every runtime has and that programs see nothing of. */
  static final String TELLER = "jdk/internal/misc/GirdleLeftOut";

  private static final String TEXT = "Ljava/lang/String;";
  private static final int LARGEST = 1 << 20;

  private ClassEdits() {}

  /** The class that tells of classes that were left out. */
  static Content teller() throws IOException {
    String name = LeftOut.class.getName().replace('.', '/');
    try (InputStream in = LeftOut.class.getResourceAsStream("/" + name + ".class")) {
      ClassWriter writer = new ClassWriter(0);
      new ClassReader(in)
          .accept(new ClassRemapper(writer, new SimpleRemapper(Opcodes.ASM9, name, TELLER)), 0);
      return Content.of(writer.toByteArray());
    }
  }

  /** An error whose constructors tell, before they end, of what was not found. */
  static Content telling(Content error) throws IOException {
    ClassReader reader = new ClassReader(error.bytes(LARGEST));
    ClassWriter writer = new ClassWriter(0);
    reader.accept(new Telling(writer), 0);
    return Content.of(writer.toByteArray());
  }

  private static final class Telling extends ClassVisitor {
    Telling(ClassVisitor next) {
      super(Opcodes.ASM9, next);
    }

    @Override
    public void visitEnd() {
      MethodVisitor code = visitMethod(Opcodes.ACC_PUBLIC, "toString", "()" + TEXT, null, null);
      code.visitCode();
      code.visitVarInsn(Opcodes.ALOAD, 0);
      code.visitMethodInsn(
          Opcodes.INVOKESPECIAL, "java/lang/Throwable", "toString", "()" + TEXT, false);
      code.visitVarInsn(Opcodes.ALOAD, 0);
      code.visitMethodInsn(
          Opcodes.INVOKEVIRTUAL, "java/lang/Throwable", "getMessage", "()" + TEXT, false);
      code.visitMethodInsn(
          Opcodes.INVOKESTATIC, TELLER, "told", "(" + TEXT + TEXT + ")" + TEXT, false);
      code.visitInsn(Opcodes.ARETURN);
      code.visitMaxs(2, 1);
      code.visitEnd();
      super.visitEnd();
    }
  }

  /** A class without the tables that only debuggers and stack traces read. */
  static Content withoutDebugTables(String path, Content content) throws IOException {
    if (!path.endsWith(".class") || path.endsWith("module-info.class")) {
      return content;
    }
    return new WithoutDebugTables(content, withoutDebugTables(content).length);
  }

  private static byte[] withoutDebugTables(Content content) throws IOException {
    ClassWriter writer = new ClassWriter(0);
    new ClassReader(content.bytes(LARGEST)).accept(writer, ClassReader.SKIP_DEBUG);
    return writer.toByteArray();
  }

  /** Made again whenever it is read, so that only its size is held. */
  private record WithoutDebugTables(Content content, long size) implements Content {
    @Override
    public InputStream open() throws IOException {
      return new ByteArrayInputStream(withoutDebugTables(content));
    }
  }
}
