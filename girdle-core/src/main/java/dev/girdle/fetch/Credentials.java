package dev.girdle.fetch;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;

/**
 * A name and password for a server. Its text shows neither, so that no message or log can.
 *
 * @param user the name; not empty
 * @param password may be empty
 */
public record Credentials(String user, String password) {
  /**
   * What the user has set for the repositories that a command names.
   *
   * @param environment the environment variables, of which {@code GIRDLE_REPOSITORY_USER} and
   *     {@code GIRDLE_REPOSITORY_PASSWORD} are looked at
   * @return empty if no name is set
   */
  public static Optional<Credentials> of(Map<String, String> environment) {
    String user = environment.getOrDefault("GIRDLE_REPOSITORY_USER", "");
    String password = environment.getOrDefault("GIRDLE_REPOSITORY_PASSWORD", "");
    return user.isEmpty() ? Optional.empty() : Optional.of(new Credentials(user, password));
  }

  /**
   * The value of an {@code Authorization} header (RFC 7617, "The 'Basic' HTTP Authentication").
   *
   * @return holds the password
   */
  public String basic() {
    byte[] both = (user + ":" + password).getBytes(StandardCharsets.UTF_8);
    return "Basic " + Base64.getEncoder().encodeToString(both);
  }

  @Override
  public String toString() {
    return "a name and password";
  }
}
