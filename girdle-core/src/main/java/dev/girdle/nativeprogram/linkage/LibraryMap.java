package dev.girdle.nativeprogram.linkage;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What Mono takes names of native libraries for, as its settings say ({@code mono-config(5)},
 * "dllmap directive").
 */
public final class LibraryMap {
  /** Mono's settings for all programs. */
  public static final String OF_MONO = "/etc/mono/config";

  private static final int LARGEST = 1 << 20;
  private static final Pattern ELEMENT = Pattern.compile("<dllmap\\s[^>]*>");
  private static final Pattern NAME = Pattern.compile("\\bdll=\"(?:i:)?([^\"]+)\"");
  private static final Pattern TARGET = Pattern.compile("\\btarget=\"([^\"]+)\"");

  private final Map<String, List<String>> targets = new HashMap<>();

  /**
   * Adds what settings say.
   *
   * @param settings a file of settings
   * @throws IOException if it cannot be read
   */
  public void add(Content settings) throws IOException {
    String text;
    try (InputStream in = settings.open()) {
      text = new String(in.readNBytes(LARGEST), StandardCharsets.UTF_8);
    }
    Matcher element = ELEMENT.matcher(text);
    while (element.find()) {
      Matcher name = NAME.matcher(element.group());
      Matcher target = TARGET.matcher(element.group());
      if (name.find() && target.find()) {
        targets.computeIfAbsent(small(name.group(1)), n -> new ArrayList<>()).add(target.group(1));
      }
    }
  }

  /**
   * What a name may mean.
   *
   * @param name as it stands in an assembly
   * @return names of libraries, on any system; may be empty
   */
  public List<String> of(String name) {
    return List.copyOf(targets.getOrDefault(small(name), List.of()));
  }

  private static String small(String name) {
    return name.toLowerCase(Locale.ROOT).replaceFirst("\\.dll$", "");
  }
}
