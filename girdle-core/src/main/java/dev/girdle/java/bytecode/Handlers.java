package dev.girdle.java.bytecode;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.Label;

/**
 * Tells whether the absence of a class is caught where the class is asked for: the place lies in a
 * {@code try} whose handler takes the error and does not at once throw again.
 *
 * <p>A handler for everything that can go wrong is a different matter: it stands around whole
 * programs to report their failure. It counts only if it passes what it caught to nobody.
 */
public final class Handlers {
  /** What a missing class in code throws, and what that error is. */
  public static final Set<String> OF_CODE =
      Set.of(
          "java/lang/NoClassDefFoundError",
          "java/lang/LinkageError",
          "java/lang/Error",
          "java/lang/Throwable");

  /** What a missing class that is loaded by name throws. */
  public static final Set<String> OF_REFLECTION =
      Set.of(
          "java/lang/ClassNotFoundException",
          "java/lang/ReflectiveOperationException",
          "java/lang/Exception",
          "java/lang/Throwable");

  private static final Set<String> FOR_EVERYTHING =
      Set.of("java/lang/Throwable", "java/lang/Error", "java/lang/Exception");

  /** Who ends the program has not coped. */
  private static final Set<String> ENDS =
      Set.of("java/lang/System.exit", "java/lang/Runtime.exit", "java/lang/Runtime.halt");

  private static final int NOT_STORED = -1;

  /** One handler that is of interest. */
  static final class Handler {
    private final String type;
    private boolean open = true;
    private boolean rethrows;
    private boolean looksAtIt;
    private boolean onStack;
    private int variable = NOT_STORED;

    private Handler(String type) {
      this.type = type;
    }

    boolean catches(Set<String> types, boolean isOwn) {
      boolean meant = !FOR_EVERYTHING.contains(type) || !isOwn || !looksAtIt;
      return types.contains(type) && !rethrows && meant;
    }
  }

  private final Map<Label, List<Handler>> starts = new HashMap<>();
  private final Map<Label, List<Handler>> ends = new HashMap<>();
  private final Map<Label, List<Handler>> bodies = new HashMap<>();
  private final List<Handler> active = new ArrayList<>();
  private final List<Handler> entered = new ArrayList<>();
  private final List<Handler> left = new ArrayList<>();
  private int loaded = NOT_STORED;

  void block(Label start, Label end, Label body, String type) {
    if (type != null && (OF_CODE.contains(type) || OF_REFLECTION.contains(type))) {
      Handler handler = new Handler(type);
      starts.computeIfAbsent(start, l -> new ArrayList<>(1)).add(handler);
      ends.computeIfAbsent(end, l -> new ArrayList<>(1)).add(handler);
      bodies.computeIfAbsent(body, l -> new ArrayList<>(1)).add(handler);
    }
  }

  void label(Label label) {
    if (starts.isEmpty()) {
      return;
    }
    active.addAll(starts.getOrDefault(label, List.of()));
    active.removeAll(ends.getOrDefault(label, List.of()));
    entered.addAll(bodies.getOrDefault(label, List.of()));
  }

  /** The first store of a handler's body puts away what it caught. */
  void store(int variable) {
    loaded = NOT_STORED;
    left.removeIf(h -> h.variable == variable); // the variable is another's from here on
    for (Handler handler : entered) {
      if (handler.variable == NOT_STORED) {
        handler.variable = variable;
      }
    }
  }

  void load(int variable) {
    loaded = variable;
    for (Handler handler : entered) {
      handler.onStack |= handler.variable == variable;
    }
  }

  /** To keep what was caught for later is not yet to report it. */
  void putField() {
    for (Handler handler : entered) {
      handler.onStack = false;
    }
  }

  /** A call with what was caught reports it. */
  void call(String owner, String name) {
    loaded = NOT_STORED;
    boolean ends = ENDS.contains(owner + "." + name);
    for (Handler handler : entered) {
      handler.rethrows |= ends && handler.open;
      handler.looksAtIt |= handler.onStack || handler.variable == NOT_STORED;
    }
  }

  /** The first branch, return or throw of a handler's body decides what it does. */
  void control(boolean isThrow) {
    for (Handler handler : entered) {
      if (handler.open) {
        handler.open = false;
        handler.rethrows |= isThrow;
      }
    }
    // what is thrown on after more than one step, as where something is closed first
    for (Handler handler : left) {
      handler.rethrows |= isThrow && loaded != NOT_STORED && handler.variable == loaded;
    }
    left.addAll(entered);
    entered.clear();
    loaded = NOT_STORED;
  }

  /** The handlers around the current place. */
  List<Handler> around() {
    return active.isEmpty() ? List.of() : List.copyOf(active);
  }
}
