package dev.girdle.java.layout;

import dev.girdle.closure.UnreadableItemException;
import dev.girdle.fault.Fault;
import dev.girdle.fault.UnreadableException;
import dev.girdle.io.Content;
import dev.girdle.java.format.ClassHeader;
import java.io.IOException;
import java.util.Set;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Takes out of a module's descriptor what it says of packages that are not there any more, since
 * Java refuses a module that exports, opens or lists a package that it does not hold (Java platform
 * API, {@code ModuleFinder.of}).
 */
final class ModuleTrim {
  private ModuleTrim() {}

  /** The descriptor for a module that holds these packages (with slashes) and no others. */
  static Content trim(Content descriptor, Set<String> packages) throws IOException {
    try {
      ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(descriptor));
      ClassWriter writer = new ClassWriter(0);
      ClassHeader.accept(
          reader,
          new ClassVisitor(Opcodes.ASM9, writer) {
            @Override
            public ModuleVisitor visitModule(String name, int access, String version) {
              return new Trimmed(super.visitModule(name, access, version), packages);
            }
          },
          0);
      return Content.of(writer.toByteArray());
    } catch (UnreadableItemException e) {
      throw new UnreadableException(
          Fault.APPLICATION, "the descriptor of a module", e.getMessage(), e);
    }
  }

  private static final class Trimmed extends ModuleVisitor {
    private final Set<String> packages;

    Trimmed(ModuleVisitor writer, Set<String> packages) {
      super(Opcodes.ASM9, writer);
      this.packages = packages;
    }

    @Override
    public void visitPackage(String name) {
      if (packages.contains(name)) {
        super.visitPackage(name);
      }
    }

    @Override
    public void visitExport(String name, int access, String... modules) {
      if (packages.contains(name)) {
        super.visitExport(name, access, modules);
      }
    }

    @Override
    public void visitOpen(String name, int access, String... modules) {
      if (packages.contains(name)) {
        super.visitOpen(name, access, modules);
      }
    }

    @Override
    public void visitProvide(String service, String... providers) {
      boolean allThere = true;
      for (String provider : providers) {
        allThere &=
            packages.contains(provider.substring(0, Math.max(0, provider.lastIndexOf('/'))));
      }
      if (allThere) {
        super.visitProvide(service, providers);
      }
    }
  }
}
