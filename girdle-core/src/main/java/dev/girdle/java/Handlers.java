package dev.girdle.java;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.Label;

/**
 * Tells whether the absence of a class is caught where the class is asked for: the place lies in a
 * {@code try} whose handler takes the error and does not at once throw again.
 */
final class Handlers {
  /** What a missing class in code throws, and what that error is. */
  static final Set<String> OF_CODE =
      Set.of(
          "java/lang/NoClassDefFoundError",
          "java/lang/LinkageError",
          "java/lang/Error",
          "java/lang/Throwable");

  /** What a missing class that is loaded by name throws. */
  static final Set<String> OF_REFLECTION =
      Set.of(
          "java/lang/ClassNotFoundException",
          "java/lang/ReflectiveOperationException",
          "java/lang/Exception",
          "java/lang/Throwable");

  /** One handler that is of interest. */
  static final class Handler {
    private final String type;
    private boolean open = true;
    private boolean rethrows;

    private Handler(String type) {
      this.type = type;
    }

    boolean catches(Set<String> types) {
      return types.contains(type) && !rethrows;
    }
  }

  private final Map<Label, List<Handler>> starts = new HashMap<>();
  private final Map<Label, List<Handler>> ends = new HashMap<>();
  private final Map<Label, List<Handler>> bodies = new HashMap<>();
  private final List<Handler> active = new ArrayList<>();
  private final List<Handler> entered = new ArrayList<>();

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

  /** The first branch, return or throw of a handler's body decides what it does. */
  void control(boolean isThrow) {
    for (Handler handler : entered) {
      if (handler.open) {
        handler.open = false;
        handler.rethrows = isThrow;
      }
    }
    entered.clear();
  }

  /** The handlers around the current place. */
  List<Handler> around() {
    return active.isEmpty() ? List.of() : List.copyOf(active);
  }
}
