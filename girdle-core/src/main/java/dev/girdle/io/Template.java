package dev.girdle.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Texts that come with Girdle and have places to fill in, each written as a name in capital letters
 * between two at signs. They are filled in one pass, so that what is filled in is never taken for a
 * place itself.
 */
public final class Template {
  private static final Pattern PLACE = Pattern.compile("@([A-Z][A-Z_]*)@");

  private Template() {}

  /**
   * Fills a text.
   *
   * @param owner a class that the text lies beside
   * @param name its file name
   * @param values for each place of the text what goes there
   * @return the text without places
   * @throws IllegalArgumentException if a place has no value, or a value no place
   */
  public static String fill(Class<?> owner, String name, Map<String, String> values) {
    Set<String> used = new HashSet<>();
    Matcher places = PLACE.matcher(text(owner, name));
    StringBuilder filled = new StringBuilder();
    while (places.find()) {
      String value = values.get(places.group(1));
      if (value == null) {
        throw new IllegalArgumentException(name + " has a place " + places.group());
      }
      used.add(places.group(1));
      places.appendReplacement(filled, Matcher.quoteReplacement(value));
    }
    if (!used.containsAll(values.keySet())) {
      Set<String> unused = new HashSet<>(values.keySet());
      unused.removeAll(used);
      throw new IllegalArgumentException(name + " has no places " + unused);
    }
    return places.appendTail(filled).toString();
  }

  /**
   * What every script starts with that people start by its path: it does not end a shell that it is
   * read into, and has {@code follow}, which goes through symbolic links. It calls {@code say}.
   *
   * @return lines of POSIX {@code sh}, without the last line end
   */
  public static String unixHead() {
    return text(Template.class, "unix-head.sh").stripTrailing();
  }

  private static String text(Class<?> owner, String name) {
    try (InputStream in = owner.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
