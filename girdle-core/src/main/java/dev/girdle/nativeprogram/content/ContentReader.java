package dev.girdle.nativeprogram.content;

import dev.girdle.app.Item;
import dev.girdle.binary.CodeTexts;
import dev.girdle.binary.assembly.AssemblyReader;
import dev.girdle.closure.Demand;
import dev.girdle.closure.DynamicReference;
import dev.girdle.closure.How;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads which files of the application a file names. */
public final class ContentReader {
  /** Larger files are content itself. */
  private static final long LARGEST = 64L << 20;

  /** What names others, and can be read at once. */
  private static final long LARGEST_AT_A_GLANCE = 256L << 10;

  private static final int LONGEST_WORD = 260;
  private static final List<String> PARTS_OF_LISTERS =
      List.of("dir", "find", "file", "fts_", "glob");
  private static final int SHORTEST_PART = 3;
  private static final int LONGEST_LISTER = 80;

  /** What lists the files of a folder: POSIX, Windows, and what scripts of engines call so. */
  private static final Pattern LISTS =
      Pattern.compile(
          "(?i)opendir|readdir(?:64)?|scandir(?:64)?|fts_open|FindFirstFile(?:Ex)?[AW]?|enumerateFiles"
              + "|getDirectoryItems|list_?dir(?:ectory)?|_wfindfirst.*|_findfirst.*|glob(?:64)?"
              + "|(?:Get|Enumerate)(?:Files|FileSystemEntries)");

  private static final Pattern LIST = Pattern.compile(".*\\.deps\\.json");
  private static final Pattern QUOTED = Pattern.compile("[\"'`<>]([^\"'`<>\\n]{2,260})[\"'`<>]");
  private static final Pattern SENTENCE = Pattern.compile("[.!?]+$");
  private static final Pattern WORD = Pattern.compile("[^\\s\"'`<>|;,=(){}\\[\\]&:]+");

  private final long largest;
  private final FileNames names;
  private final How how;
  private final Thing folders;

  /**
   * Prepares to read.
   *
   * @param names the files that can be named
   * @param how in which way they are asked for
   * @param folders the kind of thing that a folder with all its files is
   * @param isAll whether it decides what goes along, so that all has to be looked into
   */
  public ContentReader(FileNames names, How how, Thing folders, boolean isAll) {
    this.largest = isAll ? LARGEST : LARGEST_AT_A_GLANCE;
    this.names = names;
    this.how = how;
    this.folders = folders;
  }

  /**
   * What a file names.
   *
   * @param item any file
   * @param isCode whether it is native code, or an assembly
   * @return soft demands for files; a folder that is named by code which lists files is demanded as
   *     a whole, and told as an open demand
   * @throws IOException if it cannot be read
   */
  public ItemDemands read(Item item, boolean isCode) throws IOException {
    // what lists all files that came with something says nothing of whether they are used
    boolean isList = LIST.matcher(item.path()).matches();
    if (names.isEmpty()
        || isList
        || !isCode && (item.content().size() > largest || isMedia(item))) {
      return ItemDemands.NONE;
    }
    String folder = isCode ? "" : Paths.folder(item.path());
    Map<String, Item> found = new LinkedHashMap<>();
    Set<String> maybe = new LinkedHashSet<>();
    boolean[] lists = new boolean[1];
    Consumer<String> each =
        text -> {
          lists[0] = lists[0] || listsFiles(text, isCode);
          if (names.mayBeIn(text)) {
            words(text, isCode, folder, found, maybe);
          }
        };
    if (isCode) {
      CodeTexts.readCode(item.content(), 3, each);
      AssemblyReader.texts(item.content(), each);
    } else {
      CodeTexts.read(item.content(), 3, each);
    }
    found.remove(item.name());
    List<Demand> demands = new ArrayList<>();
    for (Item named : found.values()) {
      demands.add(Demand.of(Thing.FILE, named.name(), Site.of(item), how, Strength.SOFT));
    }
    List<DynamicReference> open = new ArrayList<>();
    if (lists[0] && !maybe.isEmpty()) {
      open.add(new DynamicReference(how, folders, Site.of(item), false));
      for (String one : maybe) {
        demands.add(Demand.of(folders, one, Site.of(item), how, Strength.SOFT));
      }
    }
    return new ItemDemands(demands, open);
  }

  /** In code such a name stands alone. */
  private static boolean listsFiles(String text, boolean isCode) {
    if (!hasPartOfLister(text) || isCode && text.length() > LONGEST_LISTER) {
      return false;
    }
    return isCode ? LISTS.matcher(text).matches() : LISTS.matcher(text).find();
  }

  /** One of these stands in every name that lists files; to look for them first is much quicker. */
  private static boolean hasPartOfLister(String text) {
    for (int i = 0; i <= text.length() - SHORTEST_PART; i++) {
      int c = text.charAt(i) | 0x20;
      if (c == 'd' || c == 'f' || c == 'g') {
        for (String part : PARTS_OF_LISTERS) {
          if (text.regionMatches(true, i, part, 0, part.length())) {
            return true;
          }
        }
      }
    }
    return false;
  }

  private static boolean isMedia(Item item) throws IOException {
    try (InputStream in = item.content().open()) {
      return ContentKind.of(in.readNBytes(ContentKind.HEAD)) == ContentKind.MEDIA;
    }
  }

  private void words(
      String text, boolean isCode, String folder, Map<String, Item> found, Set<String> maybe) {
    Set<String> words = new LinkedHashSet<>();
    if (isCode && text.length() <= LONGEST_WORD) {
      words.add(text.strip()); // a constant stands alone, spaces in it are part of it
    }
    Matcher quoted = QUOTED.matcher(text);
    while (quoted.find()) {
      words.add(quoted.group(1).strip());
    }
    // names with spaces in a text: what stands behind the sign of equality, or is the whole line
    words.add(text.substring(text.indexOf('=') + 1).strip());
    words.add(text.strip());
    Matcher word = WORD.matcher(text);
    while (word.find()) {
      String plain = word.group();
      words.add(plain);
      words.add(SENTENCE.matcher(plain).replaceFirst(""));
    }
    for (String one : words) {
      if (one.length() < 3 || one.length() > LONGEST_WORD) {
        continue;
      }
      boolean isPattern = one.indexOf('%') >= 0 || one.indexOf('*') >= 0 || one.indexOf('{') >= 0;
      List<Item> items = isPattern ? names.fitting(one, folder) : names.named(one, folder);
      items.forEach(i -> found.putIfAbsent(i.name(), i));
      if (!isPattern) {
        maybe.addAll(names.folders(one, folder));
      }
    }
  }
}
