package dev.girdle.java.value;

import org.objectweb.asm.Opcodes;

/** How many places of the operand stack an instruction takes and gives (JVMS 6.5). */
final class SimpleEffects {
  private static final byte[] EFFECTS = new byte[256];

  static {
    set(0, 1, Opcodes.ACONST_NULL, Opcodes.ICONST_5);
    set(0, 2, Opcodes.LCONST_0, Opcodes.LCONST_1);
    set(0, 1, Opcodes.FCONST_0, Opcodes.FCONST_2);
    set(0, 2, Opcodes.DCONST_0, Opcodes.DCONST_1);
    set(2, 1, Opcodes.IALOAD, Opcodes.SALOAD);
    set(2, 2, Opcodes.LALOAD, Opcodes.LALOAD);
    set(2, 2, Opcodes.DALOAD, Opcodes.DALOAD);
    set(3, 0, Opcodes.IASTORE, Opcodes.SASTORE);
    set(4, 0, Opcodes.LASTORE, Opcodes.LASTORE);
    set(4, 0, Opcodes.DASTORE, Opcodes.DASTORE);
    set(1, 0, Opcodes.POP, Opcodes.POP);
    set(2, 0, Opcodes.POP2, Opcodes.POP2);
    for (int op = Opcodes.IADD; op <= Opcodes.DREM; op++) {
      boolean isWide = isWide(op);
      set(isWide ? 4 : 2, isWide ? 2 : 1, op, op);
    }
    for (int op = Opcodes.ISHL; op <= Opcodes.LUSHR; op++) {
      boolean isWide = (op - Opcodes.ISHL) % 2 == 1;
      set(isWide ? 3 : 2, isWide ? 2 : 1, op, op);
    }
    for (int op = Opcodes.IAND; op <= Opcodes.LXOR; op++) {
      boolean isWide = (op - Opcodes.IAND) % 2 == 1;
      set(isWide ? 4 : 2, isWide ? 2 : 1, op, op);
    }
    set(1, 2, Opcodes.I2L, Opcodes.I2L);
    set(1, 2, Opcodes.I2D, Opcodes.I2D);
    set(2, 1, Opcodes.L2I, Opcodes.L2F);
    set(1, 2, Opcodes.F2L, Opcodes.F2D);
    set(2, 1, Opcodes.D2I, Opcodes.D2I);
    set(2, 1, Opcodes.D2F, Opcodes.D2F);
    set(4, 1, Opcodes.LCMP, Opcodes.LCMP);
    set(2, 1, Opcodes.FCMPL, Opcodes.FCMPG);
    set(4, 1, Opcodes.DCMPL, Opcodes.DCMPG);
    set(1, 0, Opcodes.MONITORENTER, Opcodes.MONITOREXIT);
    set(1, 0, Opcodes.IRETURN, Opcodes.IRETURN);
    set(1, 0, Opcodes.ARETURN, Opcodes.ARETURN);
    set(1, 0, Opcodes.ATHROW, Opcodes.ATHROW);
    set(1, 1, Opcodes.NEWARRAY, Opcodes.NEWARRAY);
    set(1, 1, Opcodes.ARRAYLENGTH, Opcodes.ARRAYLENGTH);
  }

  private SimpleEffects() {}

  /** Arithmetic goes int, long, float, double. */
  private static boolean isWide(int opcode) {
    return (opcode - Opcodes.IADD) % 2 == 1;
  }

  private static void set(int takes, int gives, int from, int to) {
    for (int op = from; op <= to; op++) {
      EFFECTS[op] = (byte) (takes << 4 | gives);
    }
  }

  /** Places taken in the upper four bits, given in the lower four. */
  static int of(int opcode) {
    return EFFECTS[opcode];
  }

  /** Whether the next instruction can only be reached by a jump. */
  static boolean ends(int opcode) {
    return opcode >= Opcodes.IRETURN && opcode <= Opcodes.RETURN || opcode == Opcodes.ATHROW;
  }
}
