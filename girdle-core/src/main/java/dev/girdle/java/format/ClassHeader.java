package dev.girdle.java.format;

import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.Content;
import java.io.IOException;
import java.util.function.Supplier;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What survey needs to know of a class file (Java Virtual Machine Specification, chapter 4).
 *
 * @param name its full name
 * @param superName its superclass's full name; empty for {@code Object} and modules
 * @param release the Java feature release it was compiled for
 * @param preview whether it uses preview features of that release
 * @param main the main method that it declares itself
 * @param startable whether an instance of it can be made without arguments
 */
public record ClassHeader(
    String name, String superName, int release, boolean preview, Main main, boolean startable) {
  /** The newest class file format that the reader knows. */
  static final int NEWEST_MAJOR = Opcodes.V28;

  /** The kinds of main method, the most usual first. */
  public enum Main {
    CLASSIC,
    INSTANCE,
    NONE
  }

  private static final int PREVIEW_MINOR = 0xffff;
  private static final int LARGEST = 64 << 20;

  /** Bytes; with more than these, memory is short for what is extraordinary only. */
  private static final long SCARCE = 16 << 20;

  /** The bytes of a class file, unless there are more than any class file has. */
  public static byte[] bytesOf(Content content) throws IOException {
    return content.bytes(LARGEST);
  }

  /** Reads a class file, or says why it cannot be read. */
  public static ClassHeader read(byte[] bytes) throws UnreadableItemException {
    Reader reader = new Reader();
    accept(
        readerOf(bytes),
        reader,
        ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    return new ClassHeader(
        reader.name,
        reader.superName,
        release(reader.version),
        isPreview(reader.version),
        reader.main,
        reader.startable);
  }

  /** The reader for a class file, or why there is none. */
  public static ClassReader readerOf(byte[] bytes) throws UnreadableItemException {
    if (bytes.length < 10 || bytes[0] != (byte) 0xca || bytes[1] != (byte) 0xfe) {
      throw new UnreadableItemException("is not a class file, though it is named like one");
    }
    int major = (bytes[6] & 0xff) << 8 | bytes[7] & 0xff;
    if (major > NEWEST_MAJOR) {
      throw new UnreadableItemException(
          "is made for Java "
              + (major - 44)
              + ", newer than this Girdle can read (up to Java "
              + (NEWEST_MAJOR - 44)
              + ")");
    }
    return reading(() -> new ClassReader(bytes));
  }

  /** Shows a class to a visitor. */
  public static void accept(ClassReader reader, ClassVisitor visitor, int flags)
      throws UnreadableItemException {
    reading(
        () -> {
          reader.accept(visitor, flags);
          return null;
        });
  }

  /**
   * Reads something of a class file. What does not hold together in it makes readers and visitors
   * stumble in many ways, all of which are damage of the class file.
   */
  public static <T> T reading(Supplier<T> work) throws UnreadableItemException {
    try {
      return work.get();
    } catch (IndexOutOfBoundsException
        | IllegalArgumentException
        | NegativeArraySizeException
        | NullPointerException
        | ClassCastException e) {
      throw new UnreadableItemException("is a damaged class file");
    } catch (OutOfMemoryError e) {
      if (freeMemory() < SCARCE) {
        throw e;
      }
      // it says of itself that it holds more than there can be: a switch of billions of cases
      throw new UnreadableItemException("is a damaged class file");
    }
  }

  private static long freeMemory() {
    Runtime runtime = Runtime.getRuntime();
    return runtime.maxMemory() - runtime.totalMemory() + runtime.freeMemory();
  }

  /**
   * The Java release of a class file.
   *
   * @param version as the file has it: the minor version in the upper half (JVMS 4.1)
   * @return 17 for 61
   */
  public static int release(int version) {
    return Math.max((version & 0xffff) - 44, 1);
  }

  /**
   * Whether a class file uses preview features of its release (JVMS 4.1).
   *
   * @param version as the file has it
   * @return true if only that very release reads it
   */
  public static boolean isPreview(int version) {
    return version >>> 16 == PREVIEW_MINOR;
  }

  private static final class Reader extends ClassVisitor {
    private int version;
    private String name = "";
    private String superName = "";
    private Main main = Main.NONE;
    private boolean startable;
    private boolean isAbstract;

    Reader() {
      super(Opcodes.ASM9);
    }

    @Override
    public void visit(int v, int access, String n, String sig, String parent, String[] interfaces) {
      version = v;
      name = n.replace('/', '.');
      superName = parent == null ? "" : parent.replace('/', '.');
      isAbstract = (access & (Opcodes.ACC_ABSTRACT | Opcodes.ACC_INTERFACE)) != 0;
    }

    @Override
    public MethodVisitor visitMethod(int access, String n, String desc, String sig, String[] ex) {
      boolean isPrivate = (access & Opcodes.ACC_PRIVATE) != 0;
      boolean isStatic = (access & Opcodes.ACC_STATIC) != 0;
      if (n.equals("<init>") && desc.equals("()V") && !isPrivate && !isAbstract) {
        startable = true;
      } else if (n.equals("main") && desc.equals("([Ljava/lang/String;)V")) {
        if (isStatic && (access & Opcodes.ACC_PUBLIC) != 0) {
          main = Main.CLASSIC;
        } else if (!isPrivate && main != Main.CLASSIC) {
          main = Main.INSTANCE;
        }
      } else if (n.equals("main") && desc.equals("()V") && !isPrivate && main == Main.NONE) {
        main = Main.INSTANCE;
      }
      return null;
    }
  }
}
