package dev.girdle.nativeprogram.linkage;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The libraries that are part of a system itself, and those that come with something that is
 * installed beside it; the lists stand in {@code libraries-of-windows.txt} and {@code
 * libraries-of-macos.txt}.
 */
final class SystemsOwn {
  private static final SystemsOwn WINDOWS = read("windows");
  private static final SystemsOwn MACOS = read("macos");
  private static final SystemsOwn NONE = new SystemsOwn(List.of());

  /** A name, and what brings it; nothing if the system does. */
  private record Line(Pattern name, String with) {}

  private final List<Line> lines;

  private SystemsOwn(List<Line> lines) {
    this.lines = List.copyOf(lines);
  }

  static SystemsOwn of(String system) {
    return switch (system) {
      case "windows" -> WINDOWS;
      case "macos" -> MACOS;
      default -> NONE;
    };
  }

  boolean has(String name) {
    return line(name).filter(l -> l.with.isEmpty()).isPresent();
  }

  /** What to put beside the program; empty if nothing is known. */
  String advice(String name) {
    return line(name).map(Line::with).orElse("");
  }

  private Optional<Line> line(String name) {
    String small = name.toLowerCase(Locale.ROOT);
    return lines.stream().filter(l -> l.name.matcher(small).matches()).findFirst();
  }

  private static SystemsOwn read(String system) {
    List<Line> lines = new ArrayList<>();
    String file = "/dev/girdle/nativeprogram/linkage/libraries-of-" + system + ".txt";
    try (InputStream in = SystemsOwn.class.getResourceAsStream(file)) {
      String with = "";
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
        if (line.startsWith("= ")) {
          with = line.substring(2).strip();
        } else if (line.equals("=")) {
          with = "";
        } else if (!line.isBlank() && !line.startsWith("#")) {
          for (String name : line.strip().split("\\s+")) {
            String regex = "\\Q" + name.replace("*", "\\E.*\\Q") + "\\E";
            lines.add(new Line(Pattern.compile(regex), with));
          }
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new SystemsOwn(lines);
  }
}
