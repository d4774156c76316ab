package dev.girdle.plan;

import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How a container image is to be.
 *
 * @param base the image that it is made on: the path of an image layout, or a depot, a name and
 *     which of its releases; empty for none
 * @param roots root folders that its C library and the like are taken from, by target; under no
 *     target the one for all others; this machine's where none is named
 * @param system what goes along of the system besides what native code is linked with: {@link
 *     #CERTIFICATES}, {@link #TIME_ZONES}, {@link #USERS}, {@link #NAMES}, or paths
 * @param user whom it runs as, by numbers or names; empty for {@value #USUAL_USER}
 * @param folder where it is started, from the top of the image; empty for where the language says
 * @param environment variables that it finds set
 * @param ports ports that it listens on: {@code 8080/tcp}
 * @param volumes folders that it writes what has to stay to
 * @param labels more to say of it
 * @param stopSignal what asks it to end; empty for what is usual
 * @param health how to ask whether it is well
 * @param layers layers besides or instead of the usual ones, in their order, each with patterns of
 *     the files that go there, from the top of the application
 */
public record ImageRequest(
    Optional<String> base,
    Map<String, Path> roots,
    List<String> system,
    Optional<String> user,
    Optional<String> folder,
    Map<String, String> environment,
    List<String> ports,
    List<String> volumes,
    Map<String, String> labels,
    Optional<String> stopSignal,
    Optional<Health> health,
    Map<String, List<String>> layers) {
  /** Whom it runs as if nothing is said: nobody in particular, and not root. */
  public static final String USUAL_USER = "10001:10001";

  /** The certificates of the authorities that the system trusts. */
  public static final String CERTIFICATES = "certificates";

  /** The rules of all time zones. */
  public static final String TIME_ZONES = "time-zones";

  /** A list of users, with the one that it runs as. */
  public static final String USERS = "users";

  /** Where names of machines are looked up. */
  public static final String NAMES = "names";

  /** Nothing is said. */
  public static final ImageRequest USUAL =
      new ImageRequest(
          Optional.empty(),
          Map.of(),
          List.of(),
          Optional.empty(),
          Optional.empty(),
          Map.of(),
          List.of(),
          List.of(),
          Map.of(),
          Optional.empty(),
          Optional.empty(),
          Map.of());

  /**
   * How to ask whether it is well.
   *
   * @param command a program and its arguments
   * @param every seconds between two questions; 0 for what is usual
   * @param within seconds after which no answer is a bad one; 0 for what is usual
   * @param retries how many bad answers in a row count; 0 for what is usual
   */
  public record Health(List<String> command, int every, int within, int retries) {
    /** Copies the list. */
    public Health {
      command = List.copyOf(command);
    }
  }

  /** Copies them, in their order. */
  public ImageRequest {
    roots = Map.copyOf(roots);
    system = List.copyOf(system);
    environment = Collections.unmodifiableMap(new LinkedHashMap<>(environment));
    ports = List.copyOf(ports);
    volumes = List.copyOf(volumes);
    labels = Collections.unmodifiableMap(new LinkedHashMap<>(labels));
    layers = Collections.unmodifiableMap(new LinkedHashMap<>(layers));
  }

  /**
   * The same on a base.
   *
   * @param newBase as above
   * @return a new request
   */
  public ImageRequest on(String newBase) {
    return new ImageRequest(
        Optional.of(newBase),
        roots,
        system,
        user,
        folder,
        environment,
        ports,
        volumes,
        labels,
        stopSignal,
        health,
        layers);
  }
}
