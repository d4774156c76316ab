package dev.girdle.java.layout;

import dev.girdle.app.Item;
import dev.girdle.io.Content;
import dev.girdle.io.PackedContent;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.java.format.LegalTexts;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Joins files of one name from several components, where the kind of file allows it: provider lists
 * and other lists of class names, tables from a key to class names, licence and notice texts.
 */
final class Joining {
  private static final int LARGEST = 1 << 20;
  private static final Pattern NAME = Pattern.compile("[\\w$]+(\\.[\\w$]+)+");
  private static final Pattern ABOUT =
      Pattern.compile("(DEPENDENCIES|README|CHANGES|CHANGELOG|ABOUT)(\\.(TXT|MD|HTML))?");
  private static final Pattern NAMES =
      Pattern.compile(NAME.pattern() + "(\\s*,\\s*" + NAME.pattern() + ")*,?");

  private Joining() {}

  /** The joined bytes; empty if the files cannot be joined, or are all the same. */
  static Optional<byte[]> join(String path, List<Item> items) throws IOException {
    if (!path.startsWith("META-INF/") || allTheSame(items) || anyTooLarge(items)) {
      return Optional.empty();
    }
    List<String> texts = new ArrayList<>();
    for (Item item : items) {
      texts.add(new String(item.content().bytes(LARGEST), StandardCharsets.UTF_8));
    }
    if (isLegalText(path)) {
      return Optional.of(bytes(legalTexts(items, texts)));
    }
    List<List<String>> lines = texts.stream().map(Joining::meaningfulLines).toList();
    boolean isProviderList = path.startsWith("META-INF/services/");
    if (isProviderList || all(lines, NAME)) {
      Set<String> names = new LinkedHashSet<>();
      lines.forEach(names::addAll);
      return Optional.of(bytes(names));
    }
    return table(lines).map(Joining::bytes);
  }

  /** The lines of lists, each once. */
  static Content lines(List<Content> lists) throws IOException {
    Set<String> lines = new LinkedHashSet<>();
    for (Content list : lists) {
      lines.addAll(meaningfulLines(new String(list.bytes(LARGEST), StandardCharsets.UTF_8)));
    }
    return Content.of(bytes(lines));
  }

  private static boolean all(List<List<String>> files, Pattern pattern) {
    return files.stream()
        .allMatch(lines -> lines.stream().allMatch(l -> pattern.matcher(l).matches()));
  }

  private static boolean anyTooLarge(List<Item> items) {
    return items.stream().anyMatch(i -> i.content().size() > LARGEST);
  }

  private static boolean allTheSame(List<Item> items) throws IOException {
    for (Item item : items.subList(1, items.size())) {
      if (!sameBytes(items.get(0), item)) {
        return false;
      }
    }
    return true;
  }

  static boolean sameBytes(Item a, Item b) throws IOException {
    if (a.content().size() != b.content().size()) {
      return false;
    }
    if (a.content() instanceof PackedContent x
        && b.content() instanceof PackedContent y
        && x.crc() != y.crc()) {
      return false;
    }
    return Sha256.of(a.content()).equals(Sha256.of(b.content()));
  }

  /** Lines without comments; a backslash at the end goes on in the next line. */
  private static List<String> meaningfulLines(String text) {
    List<String> lines = new ArrayList<>();
    for (String line : text.replaceAll("\\\\\\r?\\n\\s*", "").split("\\r?\\n")) {
      String meaning = line.replaceFirst("#.*", "").strip();
      if (!meaning.isEmpty()) {
        lines.add(meaning);
      }
    }
    return lines;
  }

  /** Files of {@code key=class names} lines: the names of one key are put together. */
  private static Optional<Set<String>> table(List<List<String>> files) {
    Map<String, Set<String>> table = new LinkedHashMap<>();
    for (List<String> lines : files) {
      for (String line : lines) {
        int equals = line.indexOf('=');
        String value = equals < 0 ? "" : line.substring(equals + 1).strip();
        if (equals <= 0 || !NAMES.matcher(value).matches()) {
          return Optional.empty();
        }
        Set<String> names =
            table.computeIfAbsent(line.substring(0, equals).strip(), k -> new LinkedHashSet<>());
        names.addAll(List.of(value.split("\\s*,\\s*")));
      }
    }
    Set<String> joined = new LinkedHashSet<>();
    table.forEach((key, names) -> joined.add(key + "=" + String.join(",", names)));
    return Optional.of(joined);
  }

  private static boolean isLegalText(String path) {
    String name = Paths.fileName(path).toUpperCase(Locale.ROOT);
    return name.matches("(LICEN[CS]E|NOTICE|COPYING|COPYRIGHT)(\\.(TXT|MD))?");
  }

  /** Whether a file is a text about the jar that it lies in, for people. */
  static boolean isAboutTheJar(String path) {
    boolean isAtTop = path.indexOf('/') < 0 || path.startsWith("META-INF/");
    return LegalTexts.isOne(path)
        || isAtTop && ABOUT.matcher(Paths.fileName(path).toUpperCase(Locale.ROOT)).matches();
  }

  private static Set<String> legalTexts(List<Item> items, List<String> texts) {
    Map<String, String> componentsOfText = new LinkedHashMap<>();
    for (int i = 0; i < items.size(); i++) {
      componentsOfText.merge(
          texts.get(i).strip(), items.get(i).component().name(), (a, b) -> a + ", " + b);
    }
    Set<String> parts = new LinkedHashSet<>();
    componentsOfText.forEach((text, names) -> parts.add("From " + names + ":\n\n" + text + "\n"));
    return parts;
  }

  private static byte[] bytes(Set<String> lines) {
    return (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
  }
}
