package dev.girdle.layout;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What the starter for Windows is told: keys with values, of which several can have one key. Which
 * there are stands in the starter's source; a value in which {@link LayoutCommand#PLACE} stands is
 * a path with slashes from there on.
 *
 * @param all in their order
 */
public record Orders(List<Order> all) {
  /** There are none. */
  public static final Orders NONE = new Orders(List.of());

  /**
   * Stands for the address of the folder that the application lies in, where a program wants no
   * path but an address.
   */
  public static final String ADDRESS = "\1";

  /**
   * One of them.
   *
   * @param key letters and hyphens
   * @param value any text
   */
  public record Order(String key, String value) {}

  /** Copies the list. */
  public Orders {
    all = List.copyOf(all);
  }

  /**
   * The same with another order at the end.
   *
   * @param key letters and hyphens
   * @param value any text
   * @return new orders
   */
  public Orders and(String key, String value) {
    return and(key, List.of(value));
  }

  /**
   * The same with orders of one key at the end.
   *
   * @param key letters and hyphens
   * @param values any texts
   * @return new orders
   */
  public Orders and(String key, List<String> values) {
    List<Order> more = new ArrayList<>(all);
    values.forEach(v -> more.add(new Order(key, v)));
    return new Orders(more);
  }

  /**
   * The same with all of others at the end.
   *
   * @param others other orders
   * @return new orders
   */
  public Orders and(Orders others) {
    List<Order> more = new ArrayList<>(all);
    more.addAll(others.all);
    return new Orders(more);
  }

  /**
   * Whether there is one of a key.
   *
   * @param key a key
   * @return true if so
   */
  public boolean has(String key) {
    return all.stream().anyMatch(o -> o.key.equals(key));
  }

  /**
   * As the starter reads them.
   *
   * @return lines of UTF-8: a key, a space, a value, in which signs that would end the line are
   *     written by their numbers
   */
  public byte[] bytes() {
    String text =
        all.stream().map(o -> o.key + " " + written(o.value) + "\n").collect(Collectors.joining());
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static String written(String value) {
    return value
        .replace("%", "%25")
        .replace("\n", "%0A")
        .replace("\r", "%0D")
        .replace(LayoutCommand.PLACE, "%~")
        .replace(ADDRESS, "%:");
  }
}
