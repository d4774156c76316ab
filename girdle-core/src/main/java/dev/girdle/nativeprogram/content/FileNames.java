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
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * The files of an application by all names that texts may call them: path, the end of a path, name,
 * stem, folder, pattern. Case does not count, since content for systems that do not know it is
 * often written so. Immutable.
 */
public final class FileNames {
  /** Shorter ones stand in any text. */
  private static final int SHORTEST_STEM = 3;

  private static final Pattern START = Pattern.compile("^(?:\\./)+|^/+");
  private static final Pattern ADDRESS = Pattern.compile("^(?:\\./)+|^(?:[a-z]+:)?/+");

  /** Which the program knows when it runs. */
  private static final Pattern SOME_FOLDER = Pattern.compile("^(?:\0+/+)+");

  private static final Pattern END = Pattern.compile("/+$");
  private static final Pattern ENDING = Pattern.compile("\\.[a-z0-9]+$");
  private static final Pattern FILLED_IN =
      Pattern.compile("%[-+ #0-9.*]*[a-z]+|[*?]+|\\{[a-z0-9_]*\\}");

  private final TreeMap<String, Item> byPath = new TreeMap<>();
  private final TreeMap<String, List<Item>> byName = new TreeMap<>();
  private final TreeSet<String> backwards = new TreeSet<>();
  private final Map<String, List<Item>> byStem = new HashMap<>();
  private final Map<String, String> folders = new HashMap<>();
  private final FirstWords first = new FirstWords();

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
      first.add(name);
      byName.computeIfAbsent(name, n -> new ArrayList<>()).add(item);
      backwards.add(backwards(name));
      int dot = name.lastIndexOf('.');
      String stem = dot > 0 ? name.substring(0, dot) : name;
      if (stem.length() >= SHORTEST_STEM && dot > 0) {
        byStem.computeIfAbsent(stem, n -> new ArrayList<>()).add(item);
      }
      for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
        String folder = path.substring(0, slash);
        if (folders.putIfAbsent(folder, item.path().substring(0, slash)) == null) {
          first.add(Paths.fileName(folder));
        }
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
   * Whether a text can name any file, or folder, or stand for several. Quick, so that noise costs
   * little: of what files hold, most is no text.
   *
   * @param text any text
   * @return false only if nothing in it does
   */
  public boolean mayBeIn(String text) {
    return first.mayBeIn(text);
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
    String plain = ADDRESS.matcher(small(word.replace('\\', '/'))).replaceFirst("");
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
    String plain = START.matcher(small(word.replace('\\', '/'))).replaceFirst("");
    String fixed = SOME_FOLDER.matcher(FILLED_IN.matcher(plain).replaceAll("\0")).replaceFirst("");
    if (fixed.indexOf('\0') < 0) {
      return fixed.length() < SHORTEST_STEM ? List.of() : named(fixed, folder);
    }
    String name = Paths.fileName(fixed);
    String known = fixed.replace("\0", "");
    boolean hasFolder = fixed.indexOf('/') > 0 && !fixed.startsWith("\0/");
    boolean hasName = ENDING.matcher(name).replaceFirst("").replace("\0", "").length() >= 2;
    if (known.length() < 3 || !hasFolder && !hasName || fixed.indexOf('\0') < 0) {
      return List.of();
    }
    // most of what looks like a pattern is noise, and no name begins or ends so
    String prefix = name.substring(0, name.indexOf('\0') < 0 ? name.length() : name.indexOf('\0'));
    String suffix = name.substring(name.lastIndexOf('\0') + 1);
    if (!hasNameFrom(prefix)
        || !startsAny(backwards.ceiling(backwards(suffix)), backwards(suffix))) {
      return List.of();
    }
    if (prefix.isEmpty()
        && suffix.isEmpty()
        && !hasFolder(fixed.substring(0, fixed.indexOf('\0')))) {
      return List.of();
    }
    StringBuilder regex = new StringBuilder();
    for (String part : fixed.split("(?<=\0)|(?=\0)")) {
      regex.append(part.equals("\0") ? "[^/]*" : Pattern.quote(part));
    }
    // where it counts from, as far as that can be told: from the top, from who says it, from
    // anywhere
    for (String from : List.of("", Pattern.quote(small(folder)), "(?:.*/)?")) {
      List<Item> found = fitting(Pattern.compile(from + regex), fixed, prefix);
      if (!found.isEmpty()) {
        return found;
      }
    }
    return List.of();
  }

  /** Whether there is a folder that a pattern begins with, or one that ends so. */
  private boolean hasFolder(String start) {
    String folder = Paths.folder(start).replaceFirst("/$", "");
    return folders.keySet().stream().anyMatch(f -> f.equals(folder) || f.endsWith("/" + folder));
  }

  private static String backwards(String text) {
    return new StringBuilder(text).reverse().toString();
  }

  private boolean hasNameFrom(String prefix) {
    return startsAny(byName.ceilingKey(prefix), prefix);
  }

  private static boolean startsAny(String next, String start) {
    return next != null && next.startsWith(start);
  }

  private List<Item> fitting(Pattern pattern, String fixed, String prefix) {
    String top = fixed.substring(0, Math.max(0, fixed.indexOf('\0')));
    TreeMap<String, Item> found = new TreeMap<>();
    byName
        .subMap(prefix, prefix + Character.MAX_VALUE)
        .values()
        .forEach(
            items -> {
              for (Item item : items) {
                String path = small(item.path());
                if (path.contains(top) && pattern.matcher(path).matches()) {
                  found.put(path, item);
                }
              }
            });
    return List.copyOf(found.values());
  }

  /**
   * The folders that a word means.
   *
   * @param word a path or the end of one
   * @param folder the folder of who says it, with a slash at the end; empty for the top
   * @return paths of folders, without a slash at the end
   */
  public Set<String> folders(String word, String folder) {
    String plain = START.matcher(small(word.replace('\\', '/'))).replaceFirst("");
    plain = END.matcher(plain).replaceFirst("");
    Set<String> found = new LinkedHashSet<>();
    for (String one : List.of(small(folder) + plain, plain)) {
      if (folders.containsKey(one)) {
        found.add(folders.get(one));
      }
    }
    return found;
  }
}
