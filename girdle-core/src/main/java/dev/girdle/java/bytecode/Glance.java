package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.index.ClassIndex;
import dev.girdle.java.memory.RawClass;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import org.objectweb.asm.ClassReader;

/**
 * What a class may demand, told from its constants alone: all that its code names is among them.
 * Much quicker than reading the code, and does not tell where things stand.
 *
 * <p>Source: JVMS 4.4, the constant pool.
 */
public final class Glance {
  private static final int NAME_AND_TYPE = 12;
  private static final int CLASS = 7;
  private static final int STRING = 8;
  private static final int FIELD = 9;
  private static final int METHOD = 10;
  private static final int INTERFACE_METHOD = 11;
  private static final int METHOD_TYPE = 16;

  private final Recording recording;

  private Glance(Recording recording) {
    this.recording = recording;
  }

  /** Notes what a class may ask for, whatever is there. */
  public static RawClass record(Item item) throws UnreadableItemException, IOException {
    Recording recording = new Recording(item);
    record(ClassHeader.bytesOf(item.content()), recording);
    return recording.recorded(0, List.of(), Set.of());
  }

  /** Notes what a class file may ask for, beside what is noted already. */
  static void record(byte[] classFile, Recording recording)
      throws UnreadableItemException, IOException {
    ClassReader reader = ClassHeader.readerOf(classFile);
    Glance glance = new Glance(recording);
    ClassHeader.reading(
        () -> {
          glance.constants(reader);
          return null;
        });
  }

  private void constants(ClassReader reader) {
    char[] buffer = new char[reader.getMaxStringLength()];
    for (int i = 1; i < reader.getItemCount(); i++) {
      int at = reader.getItem(i);
      if (at > 0) {
        constant(reader, at, buffer);
      }
    }
  }

  /**
   * Holds it against what is there.
   *
   * @param wantsParts whether the methods that are called are told, too
   */
  public static List<Demand> resolved(RawClass raw, Item item, ClassIndex index, boolean wantsParts)
      throws UnreadableItemException {
    DemandCollector collector = new DemandCollector(item, index, wantsParts, "");
    ClassDemands.tell(raw, collector);
    return collector.demands().named();
  }

  private void constant(ClassReader reader, int at, char[] buffer) {
    switch (reader.readByte(at - 1)) {
      case CLASS ->
          recording.part(JavaHow.TYPE, reader.readUTF8(at, buffer), "", Strength.HARD, "");
      case STRING -> recording.text(reader.readUTF8(at, buffer));
      case NAME_AND_TYPE -> descriptor(reader.readUTF8(at + 2, buffer));
      case METHOD_TYPE -> descriptor(reader.readUTF8(at, buffer));
      case FIELD ->
          recording.part(
              JavaHow.FIELD, reader.readClass(at, buffer), ClassDemands.LINKED, Strength.HARD, "");
      case METHOD, INTERFACE_METHOD -> {
        int nameAndType = reader.getItem(reader.readUnsignedShort(at + 2));
        String method =
            reader.readUTF8(nameAndType, buffer) + reader.readUTF8(nameAndType + 2, buffer);
        recording.part(JavaHow.CALL, reader.readClass(at, buffer), method, Strength.HARD, "");
      }
      default -> {
        return; // names nothing that is not named by another constant
      }
    }
  }

  private void descriptor(String text) {
    if (text != null && text.indexOf('L') >= 0) {
      recording.descriptor(JavaHow.DECLARATION, text, Strength.SOFT);
    }
  }
}
