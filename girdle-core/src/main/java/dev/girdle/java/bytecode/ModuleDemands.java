package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/** What a module's descriptor demands (Java Virtual Machine Specification 4.7.25). */
final class ModuleDemands extends ModuleVisitor {
  private static final String STATIC = "it is required when the module is compiled only";

  private final DemandCollector collector;

  ModuleDemands(DemandCollector collector) {
    super(Opcodes.ASM9);
    this.collector = collector;
  }

  @Override
  public void visitRequire(String module, int access, String version) {
    boolean optional = (access & Opcodes.ACC_STATIC_PHASE) != 0;
    collector.other(
        JavaHow.REQUIRES,
        JavaThing.MODULE,
        module,
        optional ? Strength.SOFT : Strength.HARD,
        optional ? STATIC : "");
  }

  @Override
  public void visitUse(String service) {
    collector.usedService(service.replace('/', '.'));
  }

  @Override
  public void visitProvide(String service, String... providers) {
    for (String provider : providers) {
      collector.type(JavaHow.PROVIDES, provider, Strength.SOFT);
    }
  }

  @Override
  public void visitMainClass(String mainClass) {
    collector.type(JavaHow.DECLARATION, mainClass, Strength.HINT);
  }
}
