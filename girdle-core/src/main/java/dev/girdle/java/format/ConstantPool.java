package dev.girdle.java.format;

import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;

/** The constants of a class file, without looking at what uses them (JVMS 4.4). */
public final class ConstantPool {
  /** JVMS 4.4.1. */
  public static final int CLASS = 7;

  /** JVMS 4.4.3. */
  public static final int STRING = 8;

  /** JVMS 4.4.6. */
  public static final int NAME_AND_TYPE = 12;

  private ConstantPool() {}

  /**
   * The texts that constants of one kind start with: names of classes as they stand there, strings,
   * names of members.
   *
   * @param tag one of those above
   * @return in the order of the file; null where the class file is damaged
   */
  public static Stream<String> texts(ClassReader reader, int tag) {
    char[] buffer = new char[reader.getMaxStringLength()];
    return IntStream.range(1, reader.getItemCount())
        .map(reader::getItem)
        .filter(at -> at > 0 && reader.readByte(at - 1) == tag)
        .mapToObj(at -> reader.readUTF8(at, buffer));
  }
}
