package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Which methods of a class are only called under handlers: those that nobody but the class itself
 * can call, and that it calls nowhere else. What is missing in them is caught a frame or more up.
 */
public final class Callers {
  private final Map<String, List<Call>> calls = new HashMap<>();
  private final Set<String> closed = new HashSet<>();
  private final Set<String> names = new HashSet<>();
  private final String self;

  /** A call of one of the class's methods, and the handlers around it. */
  private record Call(String by, List<Handlers.Handler> around) {}

  private Callers(String self) {
    this.self = self;
  }

  /**
   * Reads a class.
   *
   * @param item a class
   * @return which of its methods are only called under handlers
   * @throws UnreadableItemException if it is damaged
   * @throws IOException if something cannot be read
   */
  public static Callers of(Item item) throws UnreadableItemException, IOException {
    ClassReader reader = ClassHeader.readerOf(ClassHeader.bytesOf(item.content()));
    Callers callers = new Callers(ClassHeader.reading(reader::getClassName));
    ClassHeader.accept(reader, callers.new Visitor(), ClassReader.SKIP_FRAMES);
    return callers;
  }

  /**
   * Whether all calls that lead to a method are made under handlers for these errors.
   *
   * @param method its name; if there are several of that name, all have to be
   * @param errors what the handlers have to catch
   * @param isOwn whether it is the user's own code, of which less is believed
   */
  public boolean areGuarded(String method, Set<String> errors, boolean isOwn) {
    List<String> meant = names.stream().filter(n -> n.startsWith(method + "(")).toList();
    return !meant.isEmpty()
        && meant.stream().allMatch(m -> isGuarded(m, errors, isOwn, new HashSet<>()));
  }

  private boolean isGuarded(String method, Set<String> errors, boolean isOwn, Set<String> seen) {
    List<Call> made = calls.getOrDefault(method, List.of());
    if (!closed.contains(method) || made.isEmpty()) {
      return false;
    }
    if (!seen.add(method)) {
      return true; // who calls itself is guarded if all others who call it are
    }
    return made.stream()
        .allMatch(
            c ->
                c.around.stream().anyMatch(h -> h.catches(errors, isOwn))
                    || isGuarded(c.by, errors, isOwn, seen));
  }

  private final class Visitor extends ClassVisitor {
    Visitor() {
      super(Opcodes.ASM9);
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String sig, String[] exceptions) {
      String key = name + descriptor;
      names.add(key);
      if ((access & Opcodes.ACC_PRIVATE) != 0) {
        closed.add(key);
      }
      return new Code(key);
    }
  }

  private final class Code extends MethodVisitor {
    private final String by;
    private final Handlers handlers = new Handlers();

    Code(String by) {
      super(Opcodes.ASM9);
      this.by = by;
    }

    @Override
    public void visitTryCatchBlock(Label start, Label end, Label handler, String type) {
      handlers.block(start, end, handler, type);
    }

    @Override
    public void visitLabel(Label label) {
      handlers.label(label);
    }

    @Override
    public void visitMethodInsn(
        int opcode, String owner, String name, String descriptor, boolean isInterface) {
      handlers.call(owner, name);
      called(owner, name + descriptor);
    }

    @Override
    public void visitInvokeDynamicInsn(
        String name, String descriptor, Handle bootstrap, Object... arguments) {
      handlers.call("", name);
      for (Object argument : arguments) {
        if (argument instanceof Handle handle) {
          called(handle.getOwner(), handle.getName() + handle.getDesc());
        }
      }
    }

    private void called(String owner, String method) {
      if (owner.equals(self)) {
        calls.computeIfAbsent(method, m -> new ArrayList<>()).add(new Call(by, handlers.around()));
      }
    }

    @Override
    public void visitInsn(int opcode) {
      boolean isReturn = opcode >= Opcodes.IRETURN && opcode <= Opcodes.RETURN;
      if (isReturn || opcode == Opcodes.ATHROW) {
        handlers.control(opcode == Opcodes.ATHROW);
      }
    }

    @Override
    public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
      if (opcode == Opcodes.PUTFIELD || opcode == Opcodes.PUTSTATIC) {
        handlers.putField();
      }
    }

    @Override
    public void visitVarInsn(int opcode, int variable) {
      if (opcode >= Opcodes.ISTORE && opcode <= Opcodes.ASTORE) {
        handlers.store(variable);
      } else {
        handlers.load(variable);
      }
    }

    @Override
    public void visitJumpInsn(int opcode, Label label) {
      handlers.control(false);
    }
  }
}
