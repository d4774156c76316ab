package dev.girdle.java.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.objectweb.asm.Label;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

class OperandStackTest {
  private final OperandStack stack = new OperandStack();

  private void texts(String all) {
    all.chars().forEach(c -> stack.constant(String.valueOf((char) c)));
  }

  /** What lies on the stack, the topmost last; a dot for what is not known. */
  private String taken(int places) {
    StringBuilder taken = new StringBuilder();
    for (int i = 0; i < places; i++) {
      taken.insert(0, stack.pop() instanceof Value.Texts t ? t.all().iterator().next() : ".");
    }
    return taken.toString();
  }

  /** As chapter 6 of the specification shows it, for values of one place each. */
  @ParameterizedTest
  @CsvSource({
    "DUP, ab, abb",
    "DUP_X1, abc, acbc",
    "DUP_X2, abc, cabc",
    "DUP2, abc, abcbc",
    "DUP2_X1, abc, bcabc",
    "DUP2_X2, abcd, cdabcd",
    "SWAP, abc, acb",
    "POP, abc, ab",
    "POP2, abc, a"
  })
  void instructionsThatMoveWhatIsThere(String instruction, String before, String after)
      throws ReflectiveOperationException {
    texts(before);
    stack.simple(Opcodes.class.getField(instruction).getInt(null));
    assertThat(taken(after.length())).isEqualTo(after);
    assertThat(stack.top()).isEqualTo(Value.UNKNOWN);
  }

  @Test
  void longsAndDoublesTakeTwoPlaces() {
    texts("a");
    stack.constant(7L);
    stack.variable(Opcodes.LSTORE, 3);
    assertThat(stack.top()).isEqualTo(Value.of("a"));
    stack.variable(Opcodes.DLOAD, 3);
    stack.field(Opcodes.PUTSTATIC, "D");
    assertThat(stack.top()).isEqualTo(Value.of("a"));
    stack.constant(1.5);
    stack.simple(Opcodes.D2I);
    stack.simple(Opcodes.POP);
    assertThat(stack.top()).isEqualTo(Value.of("a"));
  }

  @Test
  void argumentsOfACallAreTakenInTheirOrder() {
    stack.constant(Type.getObjectType("t/Tide"));
    texts("a");
    stack.constant(7L);
    texts("b");
    String descriptor = "(Ljava/lang/String;JLjava/lang/String;)J";
    assertThat(stack.receiver(descriptor)).isEqualTo(new Value.Literal("t/Tide"));
    List<Value> arguments = stack.popArguments(descriptor);
    assertThat(arguments).containsExactly(Value.of("a"), Value.UNKNOWN, Value.of("b"));
    stack.pop();
    stack.pushResult(descriptor, Value.UNKNOWN);
    stack.simple(Opcodes.POP2);
    assertThat(stack.top()).isEqualTo(Value.UNKNOWN);
  }

  @Test
  void argumentsOfTheMethodItselfAreGivenBehindItsReceiver() {
    stack.arguments(false, "(JLjava/lang/String;I)V");
    stack.variable(Opcodes.ALOAD, 3);
    assertThat(stack.pop()).isInstanceOf(Value.Given.class);
    stack.variable(Opcodes.ALOAD, 0);
    assertThat(stack.pop()).isEqualTo(Value.UNKNOWN);
    stack.variable(Opcodes.ILOAD, 4);
    assertThat(stack.pop()).isEqualTo(Value.UNKNOWN);
  }

  /** {@code x ? "a" : "b"}: both are known where the ways meet. */
  @Test
  void bothSidesOfAChoiceCount() {
    Label otherwise = new Label();
    Label end = new Label();
    stack.number();
    stack.jump(Opcodes.IFEQ, otherwise);
    texts("a");
    stack.jump(Opcodes.GOTO, end);
    stack.label(otherwise);
    texts("b");
    stack.label(end);
    assertThat(stack.top()).isEqualTo(new Value.Texts(Set.of("a", "b")));
  }

  @Test
  void whatAVariableHoldsAfterOneOfTwoWaysIsBothOrNothing() {
    Label end = new Label();
    texts("a");
    stack.variable(Opcodes.ASTORE, 1);
    stack.number();
    stack.jump(Opcodes.IFEQ, end);
    stack.simple(Opcodes.ACONST_NULL);
    stack.variable(Opcodes.ASTORE, 1);
    stack.label(end);
    stack.variable(Opcodes.ALOAD, 1);
    assertThat(stack.top()).isNotEqualTo(Value.of("c"));
    stack.variable(Opcodes.ALOAD, 9);
    assertThat(stack.top()).isEqualTo(Value.UNKNOWN);
  }

  /** Nobody comes from above to what stands behind a jump, a return, a switch. */
  @Test
  void behindAnEndNothingOfBeforeIsThere() {
    texts("ab");
    stack.simple(Opcodes.ARETURN);
    stack.label(new Label());
    assertThat(stack.top()).isEqualTo(Value.UNKNOWN);
    Label one = new Label();
    texts("c");
    stack.number();
    stack.choose(List.of(one, new Label()));
    stack.label(one);
    assertThat(stack.top()).isEqualTo(Value.of("c"));
  }

  @Test
  void elementsOfAnArrayAreThoseThatWerePutIn() {
    stack.number();
    stack.type(Opcodes.ANEWARRAY, "java/lang/Class");
    stack.simple(Opcodes.DUP);
    stack.number();
    stack.constant(Type.getObjectType("t/Tide"));
    stack.simple(Opcodes.AASTORE);
    assertThat(stack.top()).isEqualTo(new Value.Elements(List.of(new Value.Literal("t/Tide"))));
  }

  @Test
  void moreIsTakenThanThereWas() {
    stack.simple(Opcodes.IADD);
    stack.multiArray(3);
    assertThat(stack.receiver("(II)V")).isEqualTo(Value.UNKNOWN);
    assertThat(stack.popArguments("(Ljava/lang/String;)V")).containsExactly(Value.UNKNOWN);
  }
}
