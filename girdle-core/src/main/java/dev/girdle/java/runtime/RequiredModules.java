package dev.girdle.java.runtime;

import java.util.ArrayList;
import java.util.List;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What a module's descriptor requires while it runs (Java Virtual Machine Specification 4.7.25).
 * Not by {@code java.lang.module}, which reads no descriptor of a newer Java than its own.
 */
final class RequiredModules {
  private RequiredModules() {}

  static List<String> of(byte[] descriptor) {
    List<String> required = new ArrayList<>();
    new ClassReader(descriptor)
        .accept(
            new ClassVisitor(Opcodes.ASM9) {
              @Override
              public ModuleVisitor visitModule(String name, int access, String version) {
                return new ModuleVisitor(Opcodes.ASM9) {
                  @Override
                  public void visitRequire(String module, int flags, String compiled) {
                    if ((flags & Opcodes.ACC_STATIC_PHASE) == 0) {
                      required.add(module);
                    }
                  }
                };
              }
            },
            ClassReader.SKIP_CODE);
    return required;
  }
}
