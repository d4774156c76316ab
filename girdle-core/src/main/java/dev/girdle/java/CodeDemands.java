package dev.girdle.java;

import dev.girdle.closure.How;
import dev.girdle.closure.Strength;
import dev.girdle.java.value.Joins;
import dev.girdle.java.value.OperandStack;
import dev.girdle.java.value.Value;
import java.util.ArrayList;
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
  private static final String CAUGHT = "its absence is caught there";

  private final Gathering gathering;
  private final String method;
  private final Handlers handlers = new Handlers();
  private final Lookups lookups;
  private final OperandStack stack = new OperandStack();
  private final List<Guarded> guarded = new ArrayList<>();
  private int line;

  /** A demand inside a {@code try}; what its handlers do is known only after the whole method. */
  private record Guarded(
      How how, String type, int line, List<Handlers.Handler> around, Set<String> errors) {}

  CodeDemands(Gathering gathering, String method) {
    super(Opcodes.ASM9);
    this.gathering = gathering;
    this.method = method;
    this.lookups = new Lookups(gathering, this::reflection);
  }

  private void hard(How how, String type) {
    demand(how, type, Handlers.OF_CODE);
  }

  private void reflection(String internalName) {
    demand(How.REFLECTION, internalName, Handlers.OF_REFLECTION);
  }

  private void demand(How how, String type, Set<String> errors) {
    List<Handlers.Handler> around = handlers.around();
    if (around.isEmpty()) {
      gathering.type(how, type, Strength.HARD);
    } else {
      guarded.add(new Guarded(how, type, line, around, errors));
    }
  }

  @Override
  public void visitEnd() {
    for (Guarded g : guarded) {
      gathering.at(method, g.line);
      boolean caught = g.around.stream().anyMatch(h -> h.catches(g.errors));
      gathering.type(g.how, g.type, caught ? Strength.SOFT : Strength.HARD, caught ? CAUGHT : "");
    }
  }

  @Override
  public void visitLineNumber(int number, Label start) {
    line = number;
    gathering.at(method, number);
  }

  @Override
  public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
    handlers.block(start, end, handler, type);
    gathering.type(How.CATCH, type, Strength.HARD);
  }

  @Override
  public void visitLabel(Label label) {
    handlers.label(label);
    stack.label(label);
  }

  @Override
  public void visitTypeInsn(int opcode, String type) {
    stack.type(opcode, type);
    hard(How.TYPE, type);
  }

  @Override
  public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
    if (opcode == Opcodes.PUTFIELD || opcode == Opcodes.PUTSTATIC) {
      handlers.putField();
    }
    stack.field(opcode, descriptor);
    hard(How.FIELD, owner);
    gathering.descriptor(How.DECLARATION, descriptor, Strength.SOFT);
  }

  @Override
  public void visitMethodInsn(
      int opcode, String owner, String name, String descriptor, boolean isInterface) {
    handlers.call();
    hard(How.CALL, owner);
    gathering.descriptor(How.DECLARATION, descriptor, Strength.SOFT);
    boolean isStatic = opcode == Opcodes.INVOKESTATIC;
    Value receiver = isStatic ? Value.UNKNOWN : stack.receiver(descriptor);
    List<Value> arguments = Joins.call(stack, isStatic, owner, name, descriptor);
    lookups.call(owner, name, descriptor, receiver, arguments);
  }

  @Override
  public void visitInvokeDynamicInsn(
      String name, String descriptor, Handle bootstrap, Object... arguments) {
    handlers.call();
    gathering.descriptor(How.DECLARATION, descriptor, Strength.SOFT);
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
  }

  private void constant(Object value) {
    if (value instanceof Type type) {
      if (type.getSort() == Type.METHOD) {
        gathering.descriptor(How.DECLARATION, type.getDescriptor(), Strength.SOFT);
      } else {
        hard(How.TYPE, type.getInternalName());
      }
    } else if (value instanceof Handle handle) {
      handle(handle);
    } else if (value instanceof ConstantDynamic dynamic) {
      handle(dynamic.getBootstrapMethod());
      for (int i = 0; i < dynamic.getBootstrapMethodArgumentCount(); i++) {
        constant(dynamic.getBootstrapMethodArgument(i));
      }
    } else if (value instanceof String text) {
      TextDemands.inCode(gathering, text);
    }
  }

  private void handle(Handle handle) {
    hard(How.DYNAMIC, handle.getOwner());
    gathering.descriptor(How.DECLARATION, handle.getDesc(), Strength.SOFT);
  }

  @Override
  public void visitMultiANewArrayInsn(String descriptor, int dimensions) {
    hard(How.TYPE, descriptor);
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
    return AnnotationDemands.of(gathering, type, visible);
  }

  @Override
  public AnnotationVisitor visitParameterAnnotation(int parameter, String type, boolean visible) {
    return AnnotationDemands.of(gathering, type, visible);
  }

  @Override
  public AnnotationVisitor visitAnnotationDefault() {
    return AnnotationDemands.of(gathering, "", true);
  }
}
