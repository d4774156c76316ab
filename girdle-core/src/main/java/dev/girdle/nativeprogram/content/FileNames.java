package dev.girdle.nativeprogram.content;

import dev.girdle.app.Item;
import dev.girdle.io.Paths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/**
 * The files of an application by all names that texts may call them: path, the end of a path, name,
 * stem, folder, pattern. Case does not count, since content for systems that do not know it is
 * often written so. Immutable.
 */
public final class FileNames {
  /** Shorter ones stand in any text. */
  private static final int SHORTEST_STEM = 3;

  private final TreeMap<String, Item> byPath = new TreeMap<>();
  private final Map<String, List<Item>> byName = new HashMap<>();
  private final Map<String, List<Item>> byStem = new HashMap<>();
  private final Map<String, String> folders = new HashMap<>();

  /**
   * Lists them.
   *
   * @param items files of the application, by paths in its folder
   */
  public FileNames(Collection<Item> items) {
    for (Item item : items) {
      String path = small(item.path());
      String name = Paths.fileName(path);
      byPath.put(path, item);
      byName.computeIfAbsent(name, n -> new ArrayList<>()).add(item);
      int dot = name.lastIndexOf('.');
      String stem = dot > 0 ? name.substring(0, dot) : name;
      if (stem.length() >= SHORTEST_STEM && dot > 0) {
        byStem.computeIfAbsent(stem, n -> new ArrayList<>()).add(item);
      }
      for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
        folders.putIfAbsent(path.substring(0, slash), item.path().substring(0, slash));
      }
    }
  }

  private static String small(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /**
   * Whether there is anything to be named.
   *
   * @return true if there is no file
   */
  public boolean isEmpty() {
    return byPath.isEmpty();
  }

  /**
   * The files that a word of a text names.
   *
   * @param word without spaces around it
   * @param folder the folder of who says it, with a slash at the end; empty for the top
   * @return those that it means; by its path if it has one, else all of its name, else all of its
   *     stem
   */
  public List<Item> named(String word, String folder) {
    String plain = small(word.replace('\\', '/')).replaceFirst("^(?:\\./)+|^(?:[a-z]+:)?/+", "");
    if (plain.isEmpty()) {
      return List.of();
    }
    if (plain.indexOf('/') >= 0) {
      return byPathOf(plain, small(folder));
    }
    Item beside = byPath.get(small(folder) + plain);
    if (beside != null) {
      return List.of(beside);
    }
    List<Item> called = byName.getOrDefault(plain, List.of());
    return Collections.unmodifiableList(
        called.isEmpty() ? byStem.getOrDefault(plain, List.of()) : called);
  }

  private List<Item> byPathOf(String path, String folder) {
    String beside = dev.girdle.io.Links.target(folder + "x", path).orElse(path);
    for (String one : List.of(beside, path)) {
      if (byPath.containsKey(one)) {
        return List.of(byPath.get(one));
      }
    }
    List<Item> ends =
        byName.getOrDefault(Paths.fileName(path), List.of()).stream()
            .filter(i -> small(i.path()).endsWith("/" + path))
            .toList();
    if (!ends.isEmpty()) {
      return ends;
    }
    // a path without its ending
    String name = Paths.fileName(path);
    return byStem.getOrDefault(name, List.of()).stream()
        .filter(i -> ("/" + stemPath(i)).endsWith("/" + path))
        .toList();
  }

  private static String stemPath(Item item) {
    String path = small(item.path());
    int dot = path.lastIndexOf('.');
    return dot > path.lastIndexOf('/') ? path.substring(0, dot) : path;
  }

  /**
   * The files that a pattern means: parts that are filled in at run time, as {@code printf(3)} and
   * {@code glob(7)} write them.
   *
   * @param word a word with {@code %} or {@code *}
   * @param folder the folder of who says it, with a slash at the end; empty for the top
   * @return empty also if nothing but the ending of a name is told, which means nearly anything
   */
  public List<Item> fitting(String word, String folder) {
    String plain = small(word.replace('\\', '/')).replaceFirst("^(?:\\./)+|^/+", "");
    String fixed = plain.replaceAll("%[-+ #0-9.*]*[a-z]+|[*?]+|\\{[a-z0-9_]*\\}", "\0");
    String name = Paths.fileName(fixed);
    String known = fixed.replace("\0", "");
    boolean hasFolder = fixed.indexOf('/') > 0 && !fixed.startsWith("\0/");
    boolean hasName = name.replaceFirst("\\.[a-z0-9]+$", "").replace("\0", "").length() >= 2;
    if (known.length() < 3 || !hasFolder && !hasName || fixed.indexOf('\0') < 0) {
      return List.of();
    }
    StringBuilder regex = new StringBuilder();
    for (String part : fixed.split("(?<=\0)|(?=\0)")) {
      regex.append(part.equals("\0") ? "[^/]*" : Pattern.quote(part));
    }
    // where it counts from, as far as that can be told: from the top, from who says it, from
    // anywhere
    for (String from : List.of("", Pattern.quote(small(folder)), "(?:.*/)?")) {
      List<Item> found = fitting(Pattern.compile(from + regex), fixed);
      if (!found.isEmpty()) {
        return found;
      }
    }
    return List.of();
  }

  private List<Item> fitting(Pattern pattern, String fixed) {
    String top = fixed.substring(0, Math.max(0, fixed.indexOf('\0')));
    List<Item> found = new ArrayList<>();
    byPath.forEach(
        (path, item) -> {
          if (path.contains(top) && pattern.matcher(path).matches()) {
            found.add(item);
          }
        });
    return found;
  }

  /**
   * The folders that a word means.
   *
   * @param word a path or the end of one
   * @param folder the folder of who says it, with a slash at the end; empty for the top
   * @return paths of folders, without a slash at the end
   */
  public Set<String> folders(String word, String folder) {
    String plain = small(word.replace('\\', '/')).replaceFirst("^(?:\\./)+|^/+", "");
    plain = plain.replaceFirst("/+$", "");
    Set<String> found = new LinkedHashSet<>();
    for (String one : List.of(small(folder) + plain, plain)) {
      if (folders.containsKey(one)) {
        found.add(folders.get(one));
      }
    }
    return found;
  }
}
