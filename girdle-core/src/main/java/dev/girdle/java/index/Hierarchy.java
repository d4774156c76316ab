package dev.girdle.java.index;

import dev.girdle.app.Item;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.objectweb.asm.Opcodes;

/** What kinds of types the classes of a runtime are. */
public final class Hierarchy {
  private final ClassIndex index;
  private final Map<String, Boolean> interfaces = new ConcurrentHashMap<>();

  /**
   * Prepares to look.
   *
   * @param index the classes
   */
  public Hierarchy(ClassIndex index) {
    this.index = index;
  }

  /**
   * Whether a type is an interface.
   *
   * @param internalName its name with slashes
   * @return false also if it is not there or cannot be read
   */
  public boolean isInterface(String internalName) {
    return interfaces.computeIfAbsent(internalName, this::readIsInterface);
  }

  private boolean readIsInterface(String internalName) {
    List<Item> items = index.classNamed(internalName.replace('/', '.'));
    if (items.isEmpty()) {
      return false;
    }
    try {
      byte[] bytes = ClassHeader.bytesOf(items.get(0).content());
      return (ClassHeader.readerOf(bytes).getAccess() & Opcodes.ACC_INTERFACE) != 0;
    } catch (UnreadableItemException | IOException e) {
      return false; // the walk tells of what cannot be read
    }
  }
}
