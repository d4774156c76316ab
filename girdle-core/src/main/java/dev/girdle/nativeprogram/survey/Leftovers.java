package dev.girdle.nativeprogram.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.binary.NativeCode;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import dev.girdle.io.Sha256;
import dev.girdle.io.Sizes;
import dev.girdle.nativeprogram.content.ContentReader;
import dev.girdle.nativeprogram.content.FileNames;
import dev.girdle.nativeprogram.linkage.NativeThing;
import dev.girdle.plan.Prune;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * What a folder of content holds, and what lies in it without use, as far as a look can tell: the
 * largest first.
 */
public final class Leftovers {
  /** What is less is not worth a word of its own. */
  private static final long WORTH_TELLING = 64L << 10;

  private static final long MOST_TEXT = 256L << 20;
  private static final int MOST_TYPES = 6;
  private static final int MOST_LINES = 5;
  private static final int HEAD = 4096;
  private static final Pattern SYMBOLS =
      Pattern.compile("(?i).*\\.(?:pdb|debug|ilk|dbg)|.*\\.dSYM/.*");
  private static final Pattern OF_EDITORS =
      Pattern.compile(
          "(?i).*\\.(?:psd|psb|blend|blend1|xcf|kra|aseprite|ase|fla|max|ma|mb|3ds|orig|bak|swp)"
              + "|.*~|(?:.*/)?(?:Thumbs\\.db|\\.DS_Store|desktop\\.ini)");
  private static final Pattern RELEASED =
      Pattern.compile(
          "(.*\\.so\\.\\d+)((?:\\.\\d+)+)|(.*?)[-.]?(\\d+(?:\\.\\d+)+)(\\.dll|\\.dylib)");

  private final Component own;
  private final List<String> notices = new ArrayList<>();
  private long read;

  private Leftovers(Component own) {
    this.own = own;
  }

  /**
   * Looks at what the user has handed over.
   *
   * @param application what was surveyed
   * @param prune how finely things are left out; if content that nothing names is, it is not told
   * @return one sentence each; empty for a program that is installed
   * @throws IOException if something cannot be read
   */
  public static List<String> of(Application application, Prune prune) throws IOException {
    Component own = application.components().get(0);
    if (own.role() != Role.OWN || own.items().size() < 2) {
      return List.of();
    }
    Set<String> names = new HashSet<>();
    application.starts().forEach(s -> names.add(s.entry().name()));
    Map<Item, Boolean> code = new HashMap<>();
    for (Item item : own.items()) {
      code.put(
          item,
          NativeCode.mayBeCalled(Paths.fileName(item.path()))
              && NativeCode.of(item.content()).isPresent());
    }
    List<Item> started = own.items().stream().filter(i -> names.contains(i.name())).toList();
    return new Leftovers(own).told(started, code::get, prune != Prune.FILES);
  }

  private List<String> told(
      Collection<Item> started, java.util.function.Predicate<Item> isCode, boolean tellsUnnamed)
      throws IOException {
    List<Item> content = own.items().stream().filter(i -> !isCode.test(i)).toList();
    if (content.size() > 1) {
      if (tellsUnnamed) {
        unnamed(started, content, isCode);
      }
      types(content);
    }
    named(SYMBOLS, "symbols for debuggers");
    named(OF_EDITORS, "files of editors");
    generations();
    twice(content);
    return notices;
  }

  private void types(List<Item> content) {
    Map<String, long[]> types = new TreeMap<>();
    for (Item item : content) {
      String name = Paths.fileName(item.path());
      int dot = name.lastIndexOf('.');
      String type = dot > 0 ? name.substring(dot + 1).toLowerCase(Locale.ROOT) : "no ending";
      long[] sum = types.computeIfAbsent(type, t -> new long[2]);
      sum[0] += item.content().size();
      sum[1]++;
    }
    List<Map.Entry<String, long[]>> sorted = new ArrayList<>(types.entrySet());
    sorted.sort(Comparator.comparingLong(e -> -e.getValue()[0]));
    String list =
        sorted.stream()
            .limit(MOST_TYPES)
            .map(e -> e.getKey() + " " + Sizes.of(e.getValue()[0]) + " in " + e.getValue()[1])
            .collect(Collectors.joining(", "));
    long bytes = content.stream().mapToLong(i -> i.content().size()).sum();
    String rest =
        sorted.size() > MOST_TYPES ? ", and " + (sorted.size() - MOST_TYPES) + " more types" : "";
    notices.add(
        "its content is "
            + Sizes.of(bytes)
            + " in "
            + count(content.size(), "file")
            + ": "
            + list
            + rest);
  }

  /** Content that nothing names, by folders: the highest that hold nothing else. */
  private void unnamed(
      Collection<Item> started, List<Item> content, java.util.function.Predicate<Item> isCode)
      throws IOException {
    Set<Item> reached = reached(started, isCode);
    if (read > MOST_TEXT) {
      notices.add(
          "there is more content than is looked into here for what names what: girdle closure"
              + " --prune files looks into all of it");
      return;
    }
    Map<String, long[]> folders = new LinkedHashMap<>();
    Set<String> used = new LinkedHashSet<>();
    for (Item item : own.items()) {
      if (reached.contains(item) || isCode.test(item)) {
        addFolders(item.path(), used);
      }
    }
    for (Item item : content) {
      if (!reached.contains(item)) {
        String place = highest(item.path(), used);
        long[] sum = folders.computeIfAbsent(place, p -> new long[2]);
        sum[0] += item.content().size();
        sum[1]++;
      }
    }
    folders.entrySet().stream()
        .sorted(Comparator.comparingLong(e -> -e.getValue()[0]))
        .filter(e -> e.getValue()[0] >= WORTH_TELLING)
        .limit(MOST_LINES)
        .forEach(
            e ->
                notices.add(
                    Sizes.of(e.getValue()[0])
                        + " in "
                        + count(e.getValue()[1], "file")
                        + (e.getKey().endsWith("/") ? " under " + e.getKey() : ": " + e.getKey())
                        + ", named by nothing; --prune files leaves such out"));
  }

  private static String count(long number, String what) {
    return number + " " + what + (number == 1 ? "" : "s");
  }

  private static void addFolders(String path, Set<String> to) {
    for (int slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
      to.add(path.substring(0, slash + 1));
    }
  }

  private static String highest(String path, Set<String> used) {
    for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
      String folder = path.substring(0, slash + 1);
      if (!used.contains(folder)) {
        return folder;
      }
    }
    String folder = Paths.folder(path);
    return folder.isEmpty() ? path : folder;
  }

  private Set<Item> reached(Collection<Item> started, java.util.function.Predicate<Item> isCode)
      throws IOException {
    ContentReader reader =
        new ContentReader(new FileNames(own.items()), NativeThing.NAMES, NativeThing.FOLDER, true);
    Map<String, Item> byName = new HashMap<>();
    own.items().forEach(i -> byName.put(i.name(), i));
    Set<Item> reached = new LinkedHashSet<>();
    Deque<Item> left = new ArrayDeque<>(started);
    // libraries of the program's own name content, too
    own.items().stream().filter(isCode).forEach(left::add);
    while (!left.isEmpty()) {
      Item item = left.pop();
      if (!reached.add(item)
          || (read += isCode.test(item) ? 0 : item.content().size()) > MOST_TEXT) {
        continue;
      }
      for (Demand demand : reader.read(item, isCode.test(item)).named()) {
        if (demand.thing().equals(Thing.FILE)) {
          left.add(byName.get(demand.name()));
        } else {
          own.items().stream()
              .filter(i -> i.path().startsWith(demand.name() + "/"))
              .forEach(left::add);
        }
      }
    }
    return reached;
  }

  private void named(Pattern pattern, String what) {
    List<Item> found =
        own.items().stream().filter(i -> pattern.matcher(i.path()).matches()).toList();
    if (!found.isEmpty()) {
      long bytes = found.stream().mapToLong(i -> i.content().size()).sum();
      notices.add(
          what
              + ": "
              + Sizes.of(bytes)
              + " in "
              + count(found.size(), "file")
              + ", the first "
              + found.get(0).path());
    }
  }

  /** Two releases of one library lie beside each other. */
  private void generations() {
    Map<String, List<String>> releases = new TreeMap<>();
    for (Item item : own.items()) {
      Matcher matcher = RELEASED.matcher(item.path());
      if (matcher.matches()) {
        String name =
            matcher.group(1) != null ? matcher.group(1) : matcher.group(3) + matcher.group(5);
        releases.computeIfAbsent(name, n -> new ArrayList<>()).add(item.path());
      }
    }
    releases.values().stream()
        .filter(r -> r.size() > 1)
        .limit(MOST_LINES)
        .forEach(r -> notices.add("several releases of one library: " + String.join(", ", r)));
  }

  private void twice(List<Item> content) throws IOException {
    Map<Long, List<Item>> bySize = new TreeMap<>(Comparator.reverseOrder());
    for (Item item : content) {
      if (item.content().size() >= WORTH_TELLING) {
        bySize.computeIfAbsent(item.content().size(), s -> new ArrayList<>()).add(item);
      }
    }
    int told = 0;
    for (Map.Entry<Long, List<Item>> same : bySize.entrySet()) {
      if (same.getValue().size() < 2 || told == MOST_LINES) {
        continue;
      }
      Map<String, List<String>> byDigest = new LinkedHashMap<>();
      for (Item item : alike(same.getValue())) {
        byDigest
            .computeIfAbsent(Sha256.of(item.content()), d -> new ArrayList<>())
            .add(item.path());
      }
      for (List<String> paths : byDigest.values()) {
        if (paths.size() > 1 && told < MOST_LINES) {
          told++;
          notices.add(
              "the same "
                  + Sizes.of(same.getKey())
                  + " lie there "
                  + paths.size()
                  + " times: "
                  + paths.stream().limit(3).collect(Collectors.joining(", ")));
        }
      }
    }
  }

  /** Those of one size of which others begin with the same bytes: few of many need to be read. */
  private static List<Item> alike(List<Item> items) throws IOException {
    Map<String, List<Item>> byHead = new LinkedHashMap<>();
    for (Item item : items) {
      try (InputStream in = item.content().open()) {
        String head = Sha256.of(in.readNBytes(HEAD));
        byHead.computeIfAbsent(head, h -> new ArrayList<>()).add(item);
      }
    }
    return byHead.values().stream().filter(s -> s.size() > 1).flatMap(List::stream).toList();
  }
}
