package dev.girdle.java.memory;

import dev.girdle.io.Content;
import dev.girdle.place.WholeFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * What jars say, kept in the user's cache by the digest of their contents, so that a jar that was
 * read once need not be read again.
 *
 * <p>What it gives is what reading the class anew would give, or nothing: a file is believed only
 * if this user has written it with the same Girdle for a jar of the same bytes. Whatever goes
 * wrong, nothing is remembered, and that is all. All methods may be called by several threads.
 */
public final class Memory {
  /** Bytes of all files together. */
  private static final long LARGEST = 256L << 20;

  private static final long LARGEST_FILE = 64L << 20;
  private static final int SHARE = 8;
  private static final int MOST_INFLATED = 1 << 30;

  private final Path folder;
  private final String reader;
  private final Optional<Mark> mark;
  private final Optional<Digests> digests;
  private final Map<Content, Jar> jars = new ConcurrentHashMap<>();

  /** What is known of one jar, whose digest is its name; empty if that cannot be told. */
  private record Jar(String name, RawJar classes) {}

  private final long largest;

  /** The bytes of memory that what is remembered may take; beyond, nothing more is. */
  private final long most = Runtime.getRuntime().maxMemory() / SHARE;

  private final AtomicLong held = new AtomicLong();

  private Memory(Path folder, String reader, Optional<Mark> mark, long largest) {
    this.largest = largest;
    this.folder = folder;
    this.reader = reader;
    this.mark = mark;
    this.digests = mark.map(s -> new Digests(folder.resolve("digests"), s));
  }

  /**
   * Opens the memory.
   *
   * @param cache Girdle's cache folder; made if it is not there
   * @param settings the folder of the user's settings
   * @param way how classes are read; what was read in another way is not remembered
   * @return a memory that may remember nothing
   */
  public static Memory in(Path cache, Path settings, String way) {
    return in(cache, settings, way, LARGEST);
  }

  static Memory in(Path cache, Path settings, String way, long largest) {
    String reader = Build.ID + " " + way;
    return new Memory(cache.resolve("classes"), reader, Mark.in(settings), largest);
  }

  /**
   * Reads a class anew.
   *
   * @param <D> thrown if it is damaged
   * @param <E> thrown if it cannot be read
   */
  public interface Reading<D extends Exception, E extends Exception> {
    /**
     * Reads a class that is not remembered.
     *
     * @return what it says
     * @throws D if it is damaged
     * @throws E if it cannot be read
     */
    RawClass read() throws D, E;
  }

  /**
   * What a class says.
   *
   * @param jar the bytes of the jar it lies in; null if it lies in none
   * @param key tells it apart from all others of the jar
   * @param reading reads it anew
   * @param <D> thrown if it is damaged
   * @param <E> thrown if it cannot be read
   * @return what is remembered, else what was read
   * @throws D if it has to be read and is damaged
   * @throws E if it has to be read and cannot be
   */
  public <D extends Exception, E extends Exception> RawClass of(
      Content jar, String key, Reading<D, E> reading) throws D, E {
    if (jar == null || mark.isEmpty()) {
      return reading.read();
    }
    Jar one = jars.computeIfAbsent(jar, this::open);
    RawClass raw = remembered(one, key);
    if (raw == null) {
      raw = reading.read();
      if (held.get() < most) {
        held.addAndGet(one.classes.add(key, raw));
      }
    }
    return raw;
  }

  private static RawClass remembered(Jar jar, String key) {
    try {
      return jar.classes.get(key);
    } catch (BufferUnderflowException | IndexOutOfBoundsException e) {
      return null; // it cannot be, since it was marked; it is read anew all the same
    }
  }

  private Jar open(Content jar) {
    try {
      String name = digests.orElseThrow().of(jar);
      Path file = file(name);
      if (Files.isRegularFile(file) && Files.size(file) <= LARGEST_FILE) {
        Optional<byte[]> bytes =
            mark.orElseThrow().unmark(Files.readAllBytes(file), reader + " " + name);
        if (bytes.isPresent()) {
          byte[] inflated = inflated(bytes.get());
          if (held.addAndGet(inflated.length) < most) {
            return new Jar(name, RawJar.of(inflated));
          }
          held.addAndGet(-inflated.length);
        }
      }
      return new Jar(name, new RawJar());
    } catch (IOException | IndexOutOfBoundsException e) {
      return new Jar("", new RawJar());
    }
  }

  private Path file(String name) {
    String way = Integer.toHexString(reader.hashCode());
    return folder.resolve(name.substring(0, 2)).resolve(name.substring(2) + "-" + way);
  }

  /** Keeps what was read since the last time. If that fails, it is not kept. */
  public synchronized void keep() {
    AtomicBoolean wrote = new AtomicBoolean();
    try {
      jars.values().parallelStream()
          .filter(jar -> !jar.name.isEmpty())
          .forEach(
              jar -> {
                if (keep(jar)) {
                  wrote.set(true);
                }
              });
      if (digests.isPresent()) {
        digests.get().keep();
      }
    } catch (IOException | UncheckedIOException e) {
      return; // the folder is full, or not ours to write
    }
    jars.clear();
    held.set(0);
    if (wrote.get()) {
      shrink();
    }
  }

  /** Whether something was written. */
  private boolean keep(Jar jar) {
    try {
      if (jar.classes.isChanged()) {
        write(jar);
        return true;
      }
      if (Files.exists(file(jar.name)) && isOld(file(jar.name))) {
        Files.setLastModifiedTime(file(jar.name), FileTime.from(Instant.now()));
      }
      return false;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static boolean isOld(Path file) throws IOException {
    Instant used = Files.getLastModifiedTime(file).toInstant();
    return used.plus(Duration.ofDays(1)).isBefore(Instant.now());
  }

  private void write(Jar jar) throws IOException {
    byte[] bytes = deflated(jar.classes.bytes());
    if (bytes.length > LARGEST_FILE) {
      return;
    }
    WholeFile.write(file(jar.name), mark.orElseThrow().mark(bytes, reader + " " + jar.name));
  }

  /** There is less to mark and to write then, which takes longer than this. */
  private static byte[] deflated(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length / 4);
    try (DeflaterOutputStream deflating =
        new DeflaterOutputStream(out, new Deflater(Deflater.BEST_SPEED))) {
      deflating.write(bytes);
    }
    return out.toByteArray();
  }

  private static byte[] inflated(byte[] bytes) throws IOException {
    try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(bytes))) {
      byte[] whole = in.readNBytes(MOST_INFLATED);
      if (in.read() >= 0) {
        throw new IOException("more than can have been written");
      }
      return whole;
    }
  }

  /**
   * A file as it was when it was looked at: another Girdle may use it while this one compares.
   *
   * @param file its place
   * @param used when it was last used, in milliseconds since 1970
   * @param size in bytes
   */
  private record Seen(Path file, long used, long size) {
    static Seen of(Path file) {
      return new Seen(file, file.toFile().lastModified(), file.toFile().length());
    }
  }

  /** What was not used for the longest time is forgotten first. */
  private void shrink() {
    try (Stream<Path> found = Files.walk(folder)) {
      List<Seen> files =
          found
              .filter(Files::isRegularFile)
              .map(Seen::of)
              .sorted(Comparator.comparing(Seen::used).reversed())
              .toList();
      long sum = 0;
      for (Seen file : files) {
        sum += file.size;
        if (sum > largest) {
          Files.deleteIfExists(file.file);
        }
      }
    } catch (IOException | UncheckedIOException e) {
      return; // another Girdle is at it
    }
  }
}
