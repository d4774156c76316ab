package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** What an annotation demands: its type, and the classes, enums and names in its values. */
final class AnnotationDemands extends AnnotationVisitor {
  private final DemandCollector collector;

  private AnnotationDemands(DemandCollector collector) {
    super(Opcodes.ASM9);
    this.collector = collector;
  }

  /** A reader for the annotation, or null if it cannot be read at run time. */
  static AnnotationVisitor of(DemandCollector collector, String descriptor, boolean visible) {
    if (!visible) {
      return null;
    }
    collector.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
    return new AnnotationDemands(collector);
  }

  @Override
  public void visit(String name, Object value) {
    if (value instanceof Type type) {
      collector.descriptor(JavaHow.ANNOTATION, type.getDescriptor(), Strength.HINT);
    } else if (value instanceof String text) {
      collector.text(text);
    }
  }

  @Override
  public void visitEnum(String name, String descriptor, String value) {
    collector.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
  }

  @Override
  public AnnotationVisitor visitAnnotation(String name, String descriptor) {
    collector.descriptor(JavaHow.ANNOTATION, descriptor, Strength.HINT);
    return this;
  }

  @Override
  public AnnotationVisitor visitArray(String name) {
    return this;
  }
}
