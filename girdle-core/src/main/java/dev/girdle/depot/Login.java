package dev.girdle.depot;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A name and password for a depot, from where they are safe: never from the command line. */
public final class Login {
  private static final Set<PosixFilePermission> OF_OTHERS =
      Set.of(
          PosixFilePermission.GROUP_READ,
          PosixFilePermission.GROUP_WRITE,
          PosixFilePermission.OTHERS_READ,
          PosixFilePermission.OTHERS_WRITE);

  private Login() {}

  /**
   * What the environment says.
   *
   * @param environment of which {@code GIRDLE_DEPOT_USER} and {@code GIRDLE_DEPOT_PASSWORD} are
   *     looked at
   * @return empty if no name is set
   */
  public static Optional<Credentials> of(Map<String, String> environment) {
    String user = environment.getOrDefault("GIRDLE_DEPOT_USER", "");
    return user.isEmpty()
        ? Optional.empty()
        : Optional.of(new Credentials(user, environment.getOrDefault("GIRDLE_DEPOT_PASSWORD", "")));
  }

  /**
   * What stands in a file that only its owner can read.
   *
   * @param file its first line is {@code USER:PASSWORD}
   * @return the name and password
   * @throws GirdleException if others can read it, or it says nothing
   */
  public static Credentials in(Path file) {
    requireClosed(file, "a password");
    try {
      return parsed(Files.readString(file), file.toString());
    } catch (IOException e) {
      throw new GirdleException(Fault.REQUEST, e, "cannot read " + file + ": " + e.getMessage());
    }
  }

  /** Refuses a file that others can read. */
  static void requireClosed(Path file, String what) {
    try {
      boolean isOpen =
          Files.getFileStore(file).supportsFileAttributeView("posix")
              && Files.getPosixFilePermissions(file).stream().anyMatch(OF_OTHERS::contains);
      if (isOpen) {
        throw GirdleException.request(
            "others can read " + file + ", which holds " + what, "  chmod 600 " + file);
      }
    } catch (IOException e) {
      throw new GirdleException(Fault.REQUEST, e, "cannot read " + file + ": " + e.getMessage());
    }
  }

  /**
   * What a text says.
   *
   * @param text its first line is {@code USER:PASSWORD}
   * @param from where it comes from, for messages
   * @return the name and password
   * @throws GirdleException if it says nothing
   */
  public static Credentials parsed(String text, String from) {
    String line = text.lines().findFirst().orElse("").strip();
    int colon = line.indexOf(':');
    if (colon < 1) {
      throw GirdleException.request(from + " holds no line USER:PASSWORD");
    }
    return new Credentials(line.substring(0, colon), line.substring(colon + 1));
  }
}
