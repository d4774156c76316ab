package dev.girdle.java.bytecode;

import dev.girdle.app.Role;
import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Wanted;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.value.Joins;
import dev.girdle.java.value.OperandStack;
import dev.girdle.java.value.Value;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ConstantDynamic;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** Reads what the code of one method demands. */
final class CodeDemands extends MethodVisitor {
  private static final String TEXT = "Ljava/lang/String;";
  private static final String CAUGHT = "its absence is caught there";

  /** Questions to a class that use none of its parts. */
  private static final Set<String> ASKS_LITTLE =
      Set.of(
          "getName",
          "getSimpleName",
          "getCanonicalName",
          "getTypeName",
          "getPackage",
          "getPackageName",
          "getClassLoader",
          "getProtectionDomain",
          "getModule",
          "getResource",
          "getResourceAsStream",
          "desiredAssertionStatus",
          "isInstance",
          "isAssignableFrom",
          "isArray",
          "isInterface",
          "isEnum",
          "cast",
          "equals",
          "hashCode",
          "toString");

  private final DemandCollector collector;
  private final DemandCollector ofClass;
  private final StaticTexts texts;
  private final String method;
  private final boolean isOwn;
  private final Handlers handlers = new Handlers();
  private final Lookups lookups;
  private final OperandStack stack = new OperandStack();
  private final List<Guarded> guarded = new ArrayList<>();

  /** Class literals with which more is done than a question; whoever gets them may use all. */
  private final Set<Object> handedOn = Collections.newSetFromMap(new IdentityHashMap<>());

  private int line;

  /** A demand inside a {@code try}; what its handlers do is known only after the whole method. */
  private record Guarded(
      How how,
      String type,
      String part,
      int line,
      List<Handlers.Handler> around,
      Set<String> errors) {}

  /**
   * Creates a reader.
   *
   * @param collector what the code demands
   * @param ofClass what the class demands in any case, whether the method is ever called or not
   * @param texts what static fields of the class hold
   * @param access the method's access flags
   * @param method its name
   * @param descriptor its descriptor
   */
  CodeDemands(
      DemandCollector collector,
      DemandCollector ofClass,
      StaticTexts texts,
      int access,
      String method,
      String descriptor) {
    super(Opcodes.ASM9);
    stack.arguments((access & Opcodes.ACC_STATIC) != 0, descriptor);
    this.collector = collector;
    this.ofClass = ofClass;
    this.texts = texts;
    this.method = method;
    this.isOwn = collector.item().component().role() == Role.OWN;
    this.lookups = new Lookups(collector, this::reflection);
  }

  private void hard(How how, String type) {
    demand(how, type, "", Handlers.OF_CODE);
  }

  private void reflection(String internalName) {
    demand(JavaHow.REFLECTION, internalName, Wanted.ALL_PARTS, Handlers.OF_REFLECTION);
  }

  private void demand(How how, String type, String part, Set<String> errors) {
    List<Handlers.Handler> around = handlers.around();
    if (around.isEmpty()) {
      collector.part(how, type, part, Strength.HARD, "");
    } else {
      guarded.add(new Guarded(how, type, part, line, around, errors));
    }
  }

  @Override
  public void visitEnd() {
    for (Guarded g : guarded) {
      collector.at(method, g.line);
      boolean caught = g.around.stream().anyMatch(h -> h.catches(g.errors, isOwn));
      Strength strength = caught ? Strength.SOFT : Strength.HARD;
      collector.part(g.how, g.type, g.part, strength, caught ? CAUGHT : "");
    }
    collector.at(method, 0);
    for (Object literal : handedOn) {
      String name = ((Value.Literal) literal).internalName();
      collector.part(JavaHow.TYPE, name, Wanted.ALL_PARTS, Strength.SOFT, "");
    }
  }

  @Override
  public void visitLineNumber(int number, Label start) {
    line = number;
    collector.at(method, number);
  }

  @Override
  public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
    handlers.block(start, end, handler, type);
    collector.type(JavaHow.CATCH, type, Strength.HARD);
    if (ofClass != collector) {
      ofClass.type(JavaHow.VERIFY, type, Strength.SOFT);
    }
  }

  @Override
  public void visitLabel(Label label) {
    handlers.label(label);
    stack.label(label);
  }

  @Override
  public void visitTypeInsn(int opcode, String type) {
    stack.type(opcode, type);
    String part = opcode == Opcodes.NEW ? ClassDemands.LINKED : "";
    demand(JavaHow.TYPE, type, part, Handlers.OF_CODE);
  }

  @Override
  public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
    if (opcode == Opcodes.PUTFIELD || opcode == Opcodes.PUTSTATIC) {
      handlers.putField();
    }
    String held =
        opcode == Opcodes.GETSTATIC && TEXT.equals(descriptor) && collector.isSelf(owner)
            ? texts.in(name)
            : null;
    if (held == null) {
      stack.field(opcode, descriptor);
    } else {
      stack.constant(held);
    }
    demand(JavaHow.FIELD, owner, ClassDemands.LINKED, Handlers.OF_CODE);
    collector.descriptor(JavaHow.DECLARATION, descriptor, Strength.SOFT);
  }

  @Override
  public void visitMethodInsn(
      int opcode, String owner, String name, String descriptor, boolean isInterface) {
    handlers.call(owner, name);
    demand(JavaHow.CALL, owner, name + descriptor, Handlers.OF_CODE);
    collector.descriptor(JavaHow.DECLARATION, descriptor, Strength.SOFT);
    boolean isStatic = opcode == Opcodes.INVOKESTATIC;
    Value receiver = isStatic ? Value.UNKNOWN : stack.receiver(descriptor);
    if (ASKS_LITTLE.contains(name)) {
      handedOn.remove(receiver);
    }
    List<Value> arguments = Joins.call(stack, isStatic, owner, name, descriptor);
    lookups.call(owner, name, descriptor, receiver, arguments);
  }

  @Override
  public void visitInvokeDynamicInsn(
      String name, String descriptor, Handle bootstrap, Object... arguments) {
    handlers.call("", name);
    collector.descriptor(JavaHow.DECLARATION, descriptor, Strength.SOFT);
    Joins.dynamic(stack, descriptor, bootstrap.getName(), arguments);
    handle(bootstrap);
    for (Object argument : arguments) {
      constant(argument);
    }
  }

  @Override
  public void visitLdcInsn(Object value) {
    constant(value);
    stack.constant(value);
    if (stack.top() instanceof Value.Literal literal) {
      handedOn.add(literal);
    }
  }

  private void constant(Object value) {
    if (value instanceof Type type) {
      if (type.getSort() == Type.METHOD) {
        collector.descriptor(JavaHow.DECLARATION, type.getDescriptor(), Strength.SOFT);
      } else {
        hard(JavaHow.TYPE, type.getInternalName());
      }
    } else if (value instanceof Handle handle) {
      handle(handle);
    } else if (value instanceof ConstantDynamic dynamic) {
      handle(dynamic.getBootstrapMethod());
      for (int i = 0; i < dynamic.getBootstrapMethodArgumentCount(); i++) {
        constant(dynamic.getBootstrapMethodArgument(i));
      }
    } else if (value instanceof String text) {
      collector.text(text);
    }
  }

  private void handle(Handle handle) {
    boolean isMethod = handle.getTag() >= Opcodes.H_INVOKEVIRTUAL;
    String part = isMethod ? handle.getName() + handle.getDesc() : ClassDemands.LINKED;
    demand(JavaHow.DYNAMIC, handle.getOwner(), part, Handlers.OF_CODE);
    collector.descriptor(JavaHow.DECLARATION, handle.getDesc(), Strength.SOFT);
  }

  @Override
  public void visitFrame(int type, int locals, Object[] local, int stackSize, Object[] onStack) {
    looksAt(local, locals);
    looksAt(onStack, stackSize);
  }

  /** The verifier may load what a frame says to be there (JVMS 4.10.1). */
  private void looksAt(Object[] types, int count) {
    for (int i = 0; i < count; i++) {
      if (types[i] instanceof String name) {
        ofClass.type(JavaHow.VERIFY, name, Strength.SOFT);
      }
    }
  }

  @Override
  public void visitMultiANewArrayInsn(String descriptor, int dimensions) {
    hard(JavaHow.TYPE, descriptor);
    stack.multiArray(dimensions);
  }

  @Override
  public void visitIntInsn(int opcode, int operand) {
    if (opcode == Opcodes.NEWARRAY) {
      stack.simple(opcode);
    } else {
      stack.number();
    }
  }

  @Override
  public void visitTableSwitchInsn(int min, int max, Label other, Label... labels) {
    choose(other, labels);
  }

  @Override
  public void visitLookupSwitchInsn(Label other, int[] keys, Label[] labels) {
    choose(other, labels);
  }

  private void choose(Label other, Label... labels) {
    List<Label> all = new ArrayList<>(List.of(labels));
    all.add(other);
    stack.choose(all);
  }

  @Override
  public void visitInsn(int opcode) {
    stack.simple(opcode);
    boolean isReturn = opcode >= Opcodes.IRETURN && opcode <= Opcodes.RETURN;
    if (isReturn || opcode == Opcodes.ATHROW) {
      handlers.control(opcode == Opcodes.ATHROW);
    }
  }

  @Override
  public void visitVarInsn(int opcode, int variable) {
    stack.variable(opcode, variable);
    if (opcode >= Opcodes.ISTORE && opcode <= Opcodes.ASTORE) {
      handlers.store(variable);
    } else {
      handlers.load(variable);
    }
  }

  @Override
  public void visitJumpInsn(int opcode, Label label) {
    stack.jump(opcode, label);
    handlers.control(false);
  }

  @Override
  public AnnotationVisitor visitAnnotation(String type, boolean visible) {
    return AnnotationDemands.of(ofClass, type, visible);
  }

  @Override
  public AnnotationVisitor visitParameterAnnotation(int parameter, String type, boolean visible) {
    return AnnotationDemands.of(ofClass, type, visible);
  }

  @Override
  public AnnotationVisitor visitAnnotationDefault() {
    return AnnotationDemands.of(ofClass, "", true);
  }
}
