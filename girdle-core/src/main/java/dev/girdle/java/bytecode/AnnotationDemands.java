package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** What an annotation demands: its type, and the classes, enums and names in its values. */
final class AnnotationDemands extends AnnotationVisitor {
  private final DemandCollector gathering;

  private AnnotationDemands(DemandCollector gathering) {
    super(Opcodes.ASM9);
    this.gathering = gathering;
  }

  /** A reader for the annotation, or null if it cannot be read at run time. */
  static AnnotationVisitor of(DemandCollector gathering, String descriptor, boolean visible) {
    if (!visible) {
      return null;
    }
    gathering.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
    return new AnnotationDemands(gathering);
  }

  @Override
  public void visit(String name, Object value) {
    if (value instanceof Type type) {
      gathering.descriptor(JavaHow.ANNOTATION, type.getDescriptor(), Strength.HINT);
    } else if (value instanceof String text) {
      gathering.text(text);
    }
  }

  @Override
  public void visitEnum(String name, String descriptor, String value) {
    gathering.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
  }

  @Override
  public AnnotationVisitor visitAnnotation(String name, String descriptor) {
    gathering.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
    return this;
  }

  @Override
  public AnnotationVisitor visitArray(String name) {
    return this;
  }
}
