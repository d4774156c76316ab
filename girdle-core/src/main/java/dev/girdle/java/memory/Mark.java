package dev.girdle.java.memory;

import dev.girdle.place.WholeFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Marks bytes so that only what this user has written on this machine is believed (HMAC, RFC 2104).
 * The key lies with the user's settings and not with what is marked: a cache that is copied, shared
 * or changed by others says nothing.
 */
final class Mark {
  private static final String ALGORITHM = "HmacSHA256";
  private static final int KEY_LENGTH = 32;
  private static final int MARK_LENGTH = 32;

  private final SecretKeySpec key;

  private Mark(byte[] key) {
    this.key = new SecretKeySpec(key, ALGORITHM);
  }

  /**
   * With the user's key, which is made if there is none.
   *
   * @param folder of the user's settings; made if it is not there
   * @return empty if no key can be had that is the user's alone
   */
  static Optional<Mark> in(Path folder) {
    Path file = folder.resolve("cache-key");
    try {
      byte[] key = isPrivate(file) ? Files.readAllBytes(file) : make(file);
      return key.length == KEY_LENGTH ? Optional.of(new Mark(key)) : Optional.empty();
    } catch (IOException | UnsupportedOperationException e) {
      return Optional.empty();
    }
  }

  private static boolean isPrivate(Path file) throws IOException {
    if (!Files.isRegularFile(file) || Files.size(file) != KEY_LENGTH) {
      return false;
    }
    PosixFileAttributeView view = Files.getFileAttributeView(file, PosixFileAttributeView.class);
    Set<PosixFilePermission> owners =
        Set.of(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
    return view == null || owners.containsAll(view.readAttributes().permissions());
  }

  private static byte[] make(Path file) throws IOException {
    byte[] key = new byte[KEY_LENGTH];
    new SecureRandom().nextBytes(key);
    WholeFile.write(file, key);
    return key;
  }

  /** The mark, and the bytes behind it. */
  byte[] mark(byte[] bytes, String what) {
    byte[] marked = Arrays.copyOf(markOf(bytes, 0, what), MARK_LENGTH + bytes.length);
    System.arraycopy(bytes, 0, marked, MARK_LENGTH, bytes.length);
    return marked;
  }

  /** The bytes behind the mark; empty if it is not the one of these bytes and of what they are. */
  Optional<byte[]> unmark(byte[] marked, String what) {
    if (marked.length < MARK_LENGTH) {
      return Optional.empty();
    }
    byte[] mark = Arrays.copyOf(marked, MARK_LENGTH);
    return MessageDigest.isEqual(mark, markOf(marked, MARK_LENGTH, what))
        ? Optional.of(Arrays.copyOfRange(marked, MARK_LENGTH, marked.length))
        : Optional.empty();
  }

  private byte[] markOf(byte[] bytes, int from, String what) {
    try {
      Mac mac = Mac.getInstance(ALGORITHM);
      mac.init(key);
      mac.update(what.getBytes(StandardCharsets.UTF_8));
      mac.update((byte) 0);
      mac.update(bytes, from, bytes.length - from);
      return mac.doFinal();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every Java has " + ALGORITHM, e);
    }
  }
}
