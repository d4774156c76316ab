package dev.girdle.java.value;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * What calls of the Java runtime make of known values: texts put together, names of classes.
 *
 * <p>The constants of an {@code invokedynamic} concatenation stand in its recipe (Java platform
 * API, {@code StringConcatFactory.makeConcatWithConstants}).
 */
public final class Joins {
  private static final Set<String> KEEP_TEXT =
      Set.of("toString", "trim", "strip", "intern", "valueOf", "toLowerCase", "requireNonNull");

  private Joins() {}

  static boolean isBuilder(String type) {
    return type.equals("java/lang/StringBuilder") || type.equals("java/lang/StringBuffer");
  }

  /**
   * Takes the operands of a call from the stack and puts its result there.
   *
   * @param stack the stack before the call
   * @param isStatic whether the call has no receiver
   * @param owner the internal name of the class that it is called on
   * @param name the method's name
   * @param descriptor the method's descriptor
   * @return the arguments, without the receiver
   */
  public static List<Value> call(
      OperandStack stack, boolean isStatic, String owner, String name, String descriptor) {
    List<Value> arguments = stack.popArguments(descriptor);
    Value receiver = isStatic ? Value.UNKNOWN : stack.pop();
    stack.pushResult(descriptor, result(receiver, arguments, owner, name));
    return arguments;
  }

  private static Value result(Value receiver, List<Value> arguments, String owner, String name) {
    Value first = arguments.isEmpty() ? Value.UNKNOWN : arguments.get(0);
    if (receiver instanceof Value.Building building) {
      return build(building, arguments, name);
    }
    if (name.equals("getClass") && arguments.isEmpty()) {
      return new Value.Loaded();
    }
    if (receiver instanceof Value.Given && name.equals("toString")) {
      return receiver;
    }
    return switch (owner) {
      case "java/lang/String" -> ofText(receiver, first, name);
      case "java/lang/Class" -> ofClass(receiver, name);
      case "java/lang/Package" -> name.equals("getName") ? receiver : Value.UNKNOWN;
      case "java/util/Objects" -> name.equals("requireNonNull") ? first : Value.UNKNOWN;
      default -> Value.UNKNOWN;
    };
  }

  private static Value build(Value.Building building, List<Value> arguments, String name) {
    if (name.equals("append") || name.equals("<init>") && !arguments.isEmpty()) {
      building.parts().add(arguments.get(0).text());
      return building;
    }
    return name.equals("toString") && !building.parts().isEmpty()
        ? building.finished()
        : name.equals("<init>") ? Value.UNKNOWN : spoiled(building);
  }

  private static Value spoiled(Value.Building building) {
    building.parts().add(null);
    return building;
  }

  private static Value ofText(Value receiver, Value first, String name) {
    if (name.equals("concat") && receiver.text() != null | first.text() != null) {
      List<String> parts = new ArrayList<>();
      parts.add(receiver.text());
      parts.add(first.text());
      return Value.join(parts);
    }
    if (receiver instanceof Value.Given) {
      return receiver;
    }
    if (!KEEP_TEXT.contains(name)) {
      return Value.UNKNOWN;
    }
    return receiver == Value.UNKNOWN ? first : receiver;
  }

  private static Value ofClass(Value receiver, String name) {
    if (receiver instanceof Value.Loaded) {
      return receiver;
    }
    if (!(receiver instanceof Value.Literal literal)) {
      return Value.UNKNOWN;
    }
    String full = literal.internalName().replace('/', '.');
    int dot = full.lastIndexOf('.');
    return switch (name) {
      case "getName", "getTypeName", "getCanonicalName" -> Value.of(full);
      case "getSimpleName" -> Value.of(full.substring(Math.max(dot, full.lastIndexOf('$')) + 1));
      case "getPackage", "getPackageName" -> Value.of(full.substring(0, Math.max(dot, 0)));
      default -> Value.UNKNOWN;
    };
  }

  /**
   * Takes the operands of an {@code invokedynamic} from the stack and puts its result there.
   *
   * @param stack the stack before it
   * @param descriptor its descriptor
   * @param bootstrap the name of the bootstrap method
   * @param constants the bootstrap method's static arguments
   */
  public static void dynamic(
      OperandStack stack, String descriptor, String bootstrap, Object... constants) {
    List<Value> arguments = stack.popArguments(descriptor);
    Value value = Value.UNKNOWN;
    if (bootstrap.equals("makeConcatWithConstants")
        && constants.length > 0
        && constants[0] instanceof String recipe) {
      value = concatenated(recipe, arguments, constants);
    }
    stack.pushResult(descriptor, value);
  }

  private static Value concatenated(String recipe, List<Value> arguments, Object... constants) {
    List<String> parts = new ArrayList<>();
    StringBuilder plain = new StringBuilder();
    int argument = 0;
    int constant = 1;
    for (int i = 0; i < recipe.length(); i++) {
      char c = recipe.charAt(i);
      if (c == '\1' || c == '\2') {
        parts.add(plain.toString());
        plain.setLength(0);
        boolean isKnown = c == '\2' && constant < constants.length;
        parts.add(
            c == '\1'
                ? arguments.get(argument++).text()
                : isKnown ? String.valueOf(constants[constant++]) : null);
      } else {
        plain.append(c);
      }
    }
    parts.add(plain.toString());
    return Value.join(parts);
  }
}
