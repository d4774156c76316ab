package dev.girdle.java.bytecode;

import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.index.Hierarchy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.commons.AnalyzerAdapter;

/**
 * The classes that the virtual machine has to load to verify a method that may never be called
 * (Java Virtual Machine Specification 4.10.1, "isAssignable"): where a value of one class is used
 * as one of another, it loads the other, and the first as well unless the other is an interface.
 */
final class VerifiedTypes {
  private static final String OBJECT = "java/lang/Object";

  private final DemandCollector ofClass;
  private final Hierarchy hierarchy;
  private final String method;
  private final String descriptor;

  VerifiedTypes(DemandCollector ofClass, Hierarchy hierarchy, String method, String descriptor) {
    this.ofClass = ofClass;
    this.hierarchy = hierarchy;
    this.method = method;
    this.descriptor = descriptor;
  }

  /** Puts the look-out before another reader of the same method. */
  MethodVisitor around(String owner, int access, MethodVisitor next) {
    return new Adapter(owner, access, next);
  }

  private void assign(Object source, String target) {
    if (!(source instanceof String from) || from.equals(target) || target.equals(OBJECT)) {
      return;
    }
    if (target.charAt(0) == '[') {
      assignArray(from, target);
      return;
    }
    ofClass.at(method, 0);
    ofClass.type(JavaHow.VERIFY, target, Strength.SOFT);
    if (from.charAt(0) != '[' && !hierarchy.isInterface(target)) {
      ofClass.type(JavaHow.VERIFY, from, Strength.SOFT);
    }
  }

  private void assignArray(String from, String target) {
    if (from.charAt(0) != '[') {
      return;
    }
    Type a = Type.getObjectType(from);
    Type b = Type.getObjectType(target);
    boolean classes =
        a.getDimensions() == b.getDimensions()
            && a.getElementType().getSort() == Type.OBJECT
            && b.getElementType().getSort() == Type.OBJECT;
    if (classes) {
      assign(a.getElementType().getInternalName(), b.getElementType().getInternalName());
    }
  }

  private static String nameOf(Type type) {
    return type.getSort() < Type.ARRAY ? null : type.getInternalName();
  }

  /** What is in the variables and on the stack where a jump starts. */
  private record State(List<Object> variables, List<Object> stack) {}

  private final class Adapter extends AnalyzerAdapter {
    private final Map<Label, List<State>> jumps = new HashMap<>();
    private final Map<Label, State> frames = new HashMap<>();
    private final Map<Label, List<Label>> handlersFrom = new HashMap<>();
    private final Map<Label, List<Label>> handlersTo = new HashMap<>();
    private final List<Label> activeHandlers = new ArrayList<>();
    private final List<Label> here = new ArrayList<>();

    Adapter(String owner, int access, MethodVisitor next) {
      super(Opcodes.ASM9, owner, access, method, descriptor, next);
    }

    private Object fromTop(int depth) {
      return stack == null || stack.size() <= depth ? null : stack.get(stack.size() - 1 - depth);
    }

    private State now() {
      return new State(new ArrayList<>(locals), new ArrayList<>(stack));
    }

    @Override
    public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
      handlersFrom.computeIfAbsent(start, l -> new ArrayList<>(1)).add(handler);
      handlersTo.computeIfAbsent(end, l -> new ArrayList<>(1)).add(handler);
      super.visitTryCatchBlock(start, end, handler, type);
    }

    @Override
    public void visitLabel(Label label) {
      here.add(label);
      activeHandlers.addAll(handlersFrom.getOrDefault(label, List.of()));
      activeHandlers.removeAll(handlersTo.getOrDefault(label, List.of()));
      toHandlers();
      super.visitLabel(label);
    }

    /** Any instruction of a try block can lead to its handler, with the variables as they are. */
    private void toHandlers() {
      if (locals != null) {
        for (Label handler : activeHandlers) {
          leadTo(handler, new State(new ArrayList<>(locals), List.of()));
        }
      }
    }

    private void leadTo(Label label, State from) {
      State frame = frames.get(label);
      if (frame != null) {
        compare(from, frame);
      } else {
        jumps.computeIfAbsent(label, l -> new ArrayList<>(2)).add(from);
      }
    }

    private void compare(State from, State to) {
      compare(from.variables, to.variables);
      compare(from.stack, to.stack);
    }

    private void compare(List<Object> from, List<Object> to) {
      for (int i = 0; i < Math.min(from.size(), to.size()); i++) {
        if (to.get(i) instanceof String target) {
          assign(from.get(i), target);
        }
      }
    }

    @Override
    public void visitFrame(int type, int nLocal, Object[] local, int nStack, Object[] onStack) {
      State before = locals == null ? null : now();
      super.visitFrame(type, nLocal, local, nStack, onStack);
      State frame = now();
      if (before != null) {
        compare(before, frame);
      }
      for (Label label : here) {
        frames.put(label, frame);
        jumps.getOrDefault(label, List.of()).forEach(from -> compare(from, frame));
      }
      here.clear();
    }

    @Override
    public void visitJumpInsn(int opcode, Label label) {
      State before = locals == null ? null : now();
      super.visitJumpInsn(opcode, label);
      here.clear();
      if (before != null) {
        leadTo(label, locals == null ? before : now());
      }
    }

    @Override
    public void visitVarInsn(int opcode, int variable) {
      super.visitVarInsn(opcode, variable);
      here.clear();
      if (opcode == Opcodes.ASTORE) {
        toHandlers();
      }
    }

    @Override
    public void visitInsn(int opcode) {
      here.clear();
      if (opcode == Opcodes.ARETURN) {
        String result = nameOf(Type.getReturnType(descriptor));
        if (result != null) {
          assign(fromTop(0), result);
        }
      } else if (opcode == Opcodes.ATHROW) {
        assign(fromTop(0), "java/lang/Throwable");
      }
      super.visitInsn(opcode);
    }

    @Override
    public void visitFieldInsn(int opcode, String owner, String name, String type) {
      here.clear();
      Type field = Type.getType(type);
      boolean isPut = opcode == Opcodes.PUTFIELD || opcode == Opcodes.PUTSTATIC;
      if (isPut && nameOf(field) != null) {
        assign(fromTop(0), nameOf(field));
      }
      if (opcode == Opcodes.PUTFIELD) {
        assign(fromTop(field.getSize()), owner);
      } else if (opcode == Opcodes.GETFIELD) {
        assign(fromTop(0), owner);
      }
      super.visitFieldInsn(opcode, owner, name, type);
    }

    @Override
    public void visitMethodInsn(
        int opcode, String owner, String name, String type, boolean isInterface) {
      here.clear();
      Type[] arguments = Type.getArgumentTypes(type);
      int depth = 0;
      for (int i = arguments.length - 1; i >= 0; i--) {
        if (nameOf(arguments[i]) != null) {
          assign(fromTop(depth), nameOf(arguments[i]));
        }
        depth += arguments[i].getSize();
      }
      if (opcode == Opcodes.INVOKEVIRTUAL || opcode == Opcodes.INVOKESPECIAL) {
        assign(fromTop(depth), owner);
      }
      super.visitMethodInsn(opcode, owner, name, type, isInterface);
    }

    @Override
    public void visitInvokeDynamicInsn(
        String name, String type, org.objectweb.asm.Handle bootstrap, Object... constants) {
      here.clear();
      Type[] arguments = Type.getArgumentTypes(type);
      int depth = 0;
      for (int i = arguments.length - 1; i >= 0; i--) {
        if (nameOf(arguments[i]) != null) {
          assign(fromTop(depth), nameOf(arguments[i]));
        }
        depth += arguments[i].getSize();
      }
      super.visitInvokeDynamicInsn(name, type, bootstrap, constants);
    }

    @Override
    public void visitTypeInsn(int opcode, String type) {
      here.clear();
      super.visitTypeInsn(opcode, type);
    }

    @Override
    public void visitLdcInsn(Object value) {
      here.clear();
      super.visitLdcInsn(value);
    }

    @Override
    public void visitTableSwitchInsn(int min, int max, Label other, Label... labels) {
      choose(other, labels);
      here.clear();
      super.visitTableSwitchInsn(min, max, other, labels);
    }

    @Override
    public void visitLookupSwitchInsn(Label other, int[] keys, Label[] labels) {
      choose(other, labels);
      here.clear();
      super.visitLookupSwitchInsn(other, keys, labels);
    }

    /** The number to choose by is taken from the stack first. */
    private void choose(Label other, Label... labels) {
      if (locals != null) {
        State from = now();
        from.stack.remove(from.stack.size() - 1);
        leadTo(other, from);
        for (Label label : labels) {
          leadTo(label, from);
        }
      }
    }
  }
}
