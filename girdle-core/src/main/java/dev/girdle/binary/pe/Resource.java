package dev.girdle.binary.pe;

import java.util.Arrays;
import java.util.Comparator;

/**
 * One resource of a program for Windows.
 *
 * @param type what it is, by number
 * @param name what it is called
 * @param language a language identifier (MS-LCID); 0 for none in particular
 * @param bytes its content, not copied
 */
public record Resource(Key type, Key name, int language, byte[] bytes) {
  /** {@code RT_ICON}: one picture of an icon. */
  public static final int ICON = 3;

  /** {@code RT_RCDATA}: whatever the program makes of it. */
  public static final int DATA = 10;

  /** {@code RT_GROUP_ICON}: the pictures of one icon. */
  public static final int ICON_GROUP = 14;

  /** {@code RT_VERSION}: what the program is, for people. */
  public static final int VERSION = 16;

  /** {@code RT_MANIFEST}: how the program wants to be run. */
  public static final int MANIFEST = 24;

  /** American English, in which Windows looks for what it shows of programs. */
  public static final int ENGLISH = 0x0409;

  /**
   * A type or name: a text or a number. Texts come first, as they have to in a program, each kind
   * in its order.
   *
   * @param text empty for a number
   * @param number at most 65,535; 0 for a text
   */
  public record Key(String text, int number) implements Comparable<Key> {
    private static final Comparator<Key> ORDER =
        Comparator.<Key, Boolean>comparing(k -> k.text.isEmpty())
            .thenComparing(Key::text)
            .thenComparingInt(Key::number);

    /**
     * A number.
     *
     * @param number at most 65,535
     * @return a key
     */
    public static Key of(int number) {
      return new Key("", number);
    }

    @Override
    public int compareTo(Key other) {
      return ORDER.compare(this, other);
    }
  }

  /**
   * A resource with numbers for type and name.
   *
   * @param type what it is
   * @param name what it is called
   * @param language a language identifier
   * @param bytes its content
   * @return a resource
   */
  public static Resource of(int type, int name, int language, byte[] bytes) {
    return new Resource(Key.of(type), Key.of(name), language, bytes);
  }

  /**
   * Whether it is of a type.
   *
   * @param number a type
   * @return true if so
   */
  public boolean isOf(int number) {
    return type.equals(Key.of(number));
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Resource that
        && type.equals(that.type)
        && name.equals(that.name)
        && language == that.language
        && Arrays.equals(bytes, that.bytes);
  }

  @Override
  public int hashCode() {
    return 31 * type.hashCode() + Arrays.hashCode(bytes);
  }

  @Override
  public String toString() {
    return type + "/" + name + "/" + language + ": " + bytes.length + " bytes";
  }
}
