package dev.girdle.java.value;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.objectweb.asm.Label;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * Follows the operand stack and the variables of one method through its instructions, in the order
 * they stand in (Java Virtual Machine Specification, chapter 6). A long or double takes two places.
 *
 * <p>Where ways of the code meet, what differs is not known any more. Ways back up are not
 * followed: a value changed at the end of a loop is taken for what it was at the loop's start.
 */
public final class OperandStack {
  private final List<Value> stack = new ArrayList<>();
  private Map<Integer, Value> variables = new HashMap<>();
  private final Map<Label, State> jumps = new HashMap<>();
  private boolean dead;

  private record State(List<Value> stack, Map<Integer, Value> variables) {}

  /**
   * The arguments that the method is called with.
   *
   * @param isStatic whether the method has no receiver
   * @param descriptor its descriptor
   */
  public void arguments(boolean isStatic, String descriptor) {
    int at = isStatic ? 0 : 1;
    for (Type type : Type.getArgumentTypes(descriptor)) {
      if (type.getSort() == Type.OBJECT) {
        variables.put(at, new Value.Given());
      }
      at += type.getSize();
    }
  }

  /** Puts a value on top. */
  void push(Value value) {
    stack.add(value);
  }

  /**
   * What lies on top.
   *
   * @return unknown if the stack is empty
   */
  public Value top() {
    return stack.isEmpty() ? Value.UNKNOWN : stack.get(stack.size() - 1);
  }

  private void push(Value value, int size) {
    if (size > 0) {
      stack.add(value);
    }
    if (size > 1) {
      stack.add(Value.UNKNOWN);
    }
  }

  /** Takes the topmost place; nothing is known of what lies below all that was followed. */
  Value pop() {
    return stack.isEmpty() ? Value.UNKNOWN : stack.remove(stack.size() - 1);
  }

  private void pop(int places) {
    for (int i = 0; i < places; i++) {
      pop();
    }
  }

  /**
   * What a call is about to be made on.
   *
   * @param descriptor the method's descriptor
   * @return the value below the arguments
   */
  public Value receiver(String descriptor) {
    int places = (Type.getArgumentsAndReturnSizes(descriptor) >> 2) - 1;
    int at = stack.size() - 1 - places;
    return at < 0 ? Value.UNKNOWN : stack.get(at);
  }

  /** Takes the arguments of a call. */
  List<Value> popArguments(String descriptor) {
    Type[] types = Type.getArgumentTypes(descriptor);
    Value[] values = new Value[types.length];
    for (int i = types.length - 1; i >= 0; i--) {
      pop(types[i].getSize() - 1);
      values[i] = pop();
    }
    return List.of(values);
  }

  /** Puts the result of a call on top. */
  void pushResult(String descriptor, Value value) {
    push(value, Type.getReturnType(descriptor).getSize());
  }

  /**
   * A place that can be jumped to.
   *
   * @param label the place
   */
  public void label(Label label) {
    State from = jumps.remove(label);
    if (from == null) {
      if (dead) {
        stack.clear();
      }
    } else if (dead) {
      stack.clear();
      stack.addAll(from.stack);
      variables = new HashMap<>(from.variables);
    } else {
      for (int i = 0; i < Math.min(stack.size(), from.stack.size()); i++) {
        stack.set(i, Value.either(stack.get(i), from.stack.get(i)));
      }
      variables.keySet().retainAll(from.variables.keySet());
      variables.replaceAll((v, value) -> Value.either(value, from.variables.get(v)));
    }
    dead = false;
  }

  /**
   * What a jump does to the stack, and what stands at its target.
   *
   * @param opcode its opcode
   * @param label where it leads
   */
  public void jump(int opcode, Label label) {
    switch (opcode) {
      case Opcodes.GOTO -> {}
      case Opcodes.JSR -> push(Value.UNKNOWN);
      case Opcodes.IFEQ,
          Opcodes.IFNE,
          Opcodes.IFLT,
          Opcodes.IFGE,
          Opcodes.IFGT,
          Opcodes.IFLE,
          Opcodes.IFNULL,
          Opcodes.IFNONNULL ->
          pop();
      default -> pop(2);
    }
    leadTo(label);
    dead = opcode == Opcodes.GOTO;
  }

  /**
   * What a switch does, which may go on at any of its labels.
   *
   * @param labels where it leads
   */
  public void choose(List<Label> labels) {
    pop();
    labels.forEach(this::leadTo);
    dead = true;
  }

  private void leadTo(Label label) {
    State known = jumps.get(label);
    if (known == null) {
      Map<Integer, Value> copy = variables.isEmpty() ? Map.of() : new HashMap<>(variables);
      jumps.put(label, new State(stack.isEmpty() ? List.of() : new ArrayList<>(stack), copy));
    } else if (!known.equals(new State(stack, variables))) {
      List<Value> met = new ArrayList<>();
      for (int i = 0; i < Math.min(stack.size(), known.stack.size()); i++) {
        met.add(Value.either(stack.get(i), known.stack.get(i)));
      }
      Map<Integer, Value> both = new HashMap<>();
      known.variables.forEach((v, value) -> both.put(v, Value.either(value, variable(v))));
      jumps.put(label, new State(met, both));
    }
  }

  private Value variable(int number) {
    return variables.getOrDefault(number, Value.UNKNOWN);
  }

  /**
   * An instruction that loads or stores a variable.
   *
   * @param opcode its opcode
   * @param number the variable's number
   */
  public void variable(int opcode, int number) {
    if (opcode <= Opcodes.ALOAD) {
      boolean isWide = opcode == Opcodes.LLOAD || opcode == Opcodes.DLOAD;
      push(variable(number), isWide ? 2 : 1);
    } else if (opcode <= Opcodes.ASTORE) {
      boolean isWide = opcode == Opcodes.LSTORE || opcode == Opcodes.DSTORE;
      pop(isWide ? 1 : 0);
      Value value = pop();
      if (value == Value.UNKNOWN) {
        variables.remove(number);
      } else {
        variables.put(number, value);
      }
    }
  }

  /**
   * Puts a constant on the stack.
   *
   * @param constant as the class file has it
   */
  public void constant(Object constant) {
    if (constant instanceof String text) {
      push(Value.of(text));
    } else if (constant instanceof Type type && type.getSort() == Type.OBJECT) {
      push(new Value.Literal(type.getInternalName()));
    } else {
      push(Value.UNKNOWN, constant instanceof Long || constant instanceof Double ? 2 : 1);
    }
  }

  /**
   * An instruction with a type.
   *
   * @param opcode its opcode
   * @param type the internal name
   */
  public void type(int opcode, String type) {
    switch (opcode) {
      case Opcodes.NEW -> push(Joins.isBuilder(type) ? new Value.Building() : Value.UNKNOWN);
      case Opcodes.ANEWARRAY -> {
        pop();
        push(new Value.Elements(new ArrayList<>()));
      }
      case Opcodes.INSTANCEOF -> {
        pop();
        push(Value.UNKNOWN);
      }
      default -> {} // a cast changes nothing
    }
  }

  /**
   * An array of several dimensions.
   *
   * @param dimensions how many of them are given
   */
  public void multiArray(int dimensions) {
    pop(dimensions);
    push(Value.UNKNOWN);
  }

  /**
   * A field is read or written.
   *
   * @param opcode its opcode
   * @param descriptor the field's descriptor
   */
  public void field(int opcode, String descriptor) {
    int size = Type.getType(descriptor).getSize();
    switch (opcode) {
      case Opcodes.GETSTATIC -> push(Value.UNKNOWN, size);
      case Opcodes.PUTSTATIC -> pop(size);
      case Opcodes.GETFIELD -> {
        pop();
        push(descriptor.charAt(0) == 'L' ? new Value.Given() : Value.UNKNOWN, size);
      }
      default -> pop(size + 1);
    }
  }

  /** A small number. */
  public void number() {
    push(Value.UNKNOWN);
  }

  /**
   * An instruction without operands in the code, or {@code newarray}.
   *
   * @param opcode its opcode
   */
  public void simple(int opcode) {
    switch (opcode) {
      case Opcodes.AASTORE -> store();
      case Opcodes.DUP -> duplicate(1, 0);
      case Opcodes.DUP_X1 -> duplicate(1, 1);
      case Opcodes.DUP_X2 -> duplicate(1, 2);
      case Opcodes.DUP2 -> duplicate(2, 0);
      case Opcodes.DUP2_X1 -> duplicate(2, 1);
      case Opcodes.DUP2_X2 -> duplicate(2, 2);
      case Opcodes.SWAP -> {
        Value top = pop();
        Value below = pop();
        push(top);
        push(below);
      }
      default -> {
        int effect = SimpleEffects.of(opcode);
        pop(effect >> 4);
        for (int i = 0; i < (effect & 15); i++) {
          push(Value.UNKNOWN);
        }
        dead |= SimpleEffects.ends(opcode);
      }
    }
  }

  private void store() {
    Value value = pop();
    pop();
    if (pop() instanceof Value.Elements array) {
      array.elements().add(value);
    }
  }

  private void duplicate(int places, int below) {
    List<Value> top = new ArrayList<>();
    for (int i = 0; i < places + below; i++) {
      top.add(0, pop());
    }
    stack.addAll(top.subList(below, below + places));
    stack.addAll(top);
  }
}
