package dev.girdle.depot;

import dev.girdle.fetch.Credentials;
import dev.girdle.image.ImageLayout;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where a depot is, as users write it: {@code HOST[:PORT]/NAME[@RELEASE]}, or the path of a folder
 * or {@code .tar} file of releases, which starts with a dot or a slash, ends with {@code .tar}, or
 * is there.
 *
 * @param text without the release; names the same place the next time
 * @param path of a folder or file; empty for a registry
 * @param address of a registry; empty for a folder or file
 * @param reference a release or a range; empty for none
 */
public record DepotPlace(
    String text, Optional<Path> path, Optional<DepotAddress> address, Optional<String> reference) {
  private static final Pattern WITH_REFERENCE = Pattern.compile("(.+?)@([^/@]+)");

  /** Waited before the first try again, in milliseconds. */
  private static final long PAUSE = 500;

  /**
   * Reads what a user writes.
   *
   * @param text as above
   * @return the place
   * @throws dev.girdle.fault.GirdleException if it is none
   */
  public static DepotPlace of(String text) {
    Matcher matcher = WITH_REFERENCE.matcher(text);
    boolean hasReference = matcher.matches();
    String place = hasReference ? matcher.group(1) : text;
    Optional<String> reference =
        hasReference ? Optional.of(matcher.group(2).strip()) : Optional.empty();
    boolean isPath =
        place.startsWith(".") || place.startsWith("/") || place.endsWith(".tar") || isThere(place);
    return isPath
        ? new DepotPlace(
            Path.of(place).toAbsolutePath().normalize().toString(),
            Optional.of(Path.of(place)),
            Optional.empty(),
            reference)
        : new DepotPlace(place, Optional.empty(), Optional.of(DepotAddress.of(place)), reference);
  }

  private static boolean isThere(String text) {
    try {
      Path path = Path.of(text);
      return path.isAbsolute() || ImageLayout.isOne(path);
    } catch (InvalidPathException e) {
      return false; // on Windows no path has a colon in it
    }
  }

  /**
   * Whether it is one file that holds releases.
   *
   * @return true for a file, also one that is not there yet
   */
  public boolean isFile() {
    return path.isPresent()
        && !Files.isDirectory(path.get())
        && (Files.exists(path.get()) || path.get().toString().endsWith(".tar"));
  }

  /**
   * How people call it.
   *
   * @return without the release
   */
  public String label() {
    return address.map(DepotAddress::label).orElse(path.map(Path::toString).orElse(text));
  }

  /**
   * Opens it.
   *
   * @param login who one is to a registry; asked only for one
   * @param environment of which the variables for proxies are looked at
   * @return the depot
   */
  public Depot open(Supplier<Optional<Credentials>> login, Map<String, String> environment) {
    return address.isPresent()
        ? new RegistryDepot(address.get(), login.get(), environment, PAUSE)
        : new LayoutDepot(path.orElseThrow(), label());
  }
}
