package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/** What a module's descriptor demands (Java Virtual Machine Specification 4.7.25). */
final class ModuleDemands extends ModuleVisitor {
  private static final String STATIC = "it is required when the module is compiled only";

  private final DemandCollector gathering;

  ModuleDemands(DemandCollector gathering) {
    super(Opcodes.ASM9);
    this.gathering = gathering;
  }

  @Override
  public void visitRequire(String module, int access, String version) {
    boolean optional = (access & Opcodes.ACC_STATIC_PHASE) != 0;
    gathering.other(
        JavaHow.REQUIRES,
        JavaThing.MODULE,
        module,
        optional ? Strength.SOFT : Strength.HARD,
        optional ? STATIC : "");
  }

  @Override
  public void visitUse(String service) {
    gathering.usedService(service.replace('/', '.'));
  }

  @Override
  public void visitProvide(String service, String... providers) {
    for (String provider : providers) {
      gathering.type(JavaHow.PROVIDES, provider, Strength.SOFT);
    }
  }

  @Override
  public void visitMainClass(String mainClass) {
    gathering.type(JavaHow.DECLARATION, mainClass, Strength.HINT);
  }
}
