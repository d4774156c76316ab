package dev.girdle.python.survey;

import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.python.source.MalformedSourceException;
import dev.girdle.python.source.Mention;
import dev.girdle.python.source.SourceReader;
import dev.girdle.python.source.SourceText;
import dev.girdle.python.source.Starting;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What of the folder around a single script may be part of the program: what the script and what it
 * imports name there, by modules and by texts. The rest of the folder is somebody else's: scripts
 * often lie in home folders.
 */
final class ScriptFolder {
  private static final int LARGEST_SOURCE = 8 << 20;
  private static final int MOST_BESIDE = 400;

  private static final Pattern DOTTED =
      Pattern.compile("([A-Za-z_]\\w*)(?:\\.[A-Za-z_]\\w*)+(?::[\\w.]+)?");

  /** Data that names other data: pages, their styles and scripts, descriptions of windows. */
  private static final Pattern NAMING =
      Pattern.compile(
          ".*\\.(?:html?|xml|j2|jinja2?|css|js|json|ya?ml|toml|ini|cfg|ui|qml|kv|glade|md|txt)");

  private static final int LARGEST_DATA = 1 << 20;

  private final Path folder;
  private final DataFolders dataFolders;
  private final Map<String, TreeFile> files = new TreeMap<>();
  private final Deque<Path> toRead = new ArrayDeque<>();
  private final Set<Path> known = new HashSet<>();
  private final List<String> notices = new ArrayList<>();

  /** The script and what lies around it. */
  record Around(List<TreeFile> files, List<String> notices) {}

  private ScriptFolder(Path folder) {
    this.folder = folder;
    this.dataFolders = new DataFolders(folder);
  }

  /**
   * Looks around a script.
   *
   * @param script an existing file
   * @return what is part of it, by paths from its folder, and what the user should know
   * @throws IOException if something cannot be read
   */
  static Around around(Path script) throws IOException {
    Path absolute = script.toAbsolutePath().normalize();
    ScriptFolder around = new ScriptFolder(absolute.getParent());
    around.file(absolute);
    around.toRead.add(absolute);
    while (!around.toRead.isEmpty()) {
      around.read(around.toRead.poll());
    }
    around.beside();
    return new Around(new ArrayList<>(around.files.values()), around.notices);
  }

  /** Modules and small files beside it are shown as what they are, if they are not too many. */
  private void beside() throws IOException {
    List<Path> all;
    try (Stream<Path> list = Files.list(folder)) {
      all = list.limit(MOST_BESIDE + 1).filter(Files::isRegularFile).sorted().toList();
    }
    if (all.size() <= MOST_BESIDE) {
      for (Path file : all) {
        if (file.getFileName().toString().endsWith(".py")) {
          file(file);
        }
      }
    }
  }

  private void file(Path file) {
    String path = folder.relativize(file).toString().replace('\\', '/');
    if (Places.takenFor(path).isEmpty()) {
      files.putIfAbsent(path, new TreeFile(path, FolderTree.content(file)));
    }
  }

  private void tree(Path top) throws IOException {
    if (!known.add(top)) {
      return;
    }
    String begin = folder.relativize(top).toString().replace('\\', '/') + "/";
    FolderTree tree = FolderTree.of(top, p -> Places.takenFor(begin + p + "/").isEmpty());
    for (TreeFile file : tree.files()) {
      String path = begin + file.path();
      if (Places.takenFor(path).isEmpty()
          && files.putIfAbsent(path, new TreeFile(path, file.content())) == null
          && (path.endsWith(".py") || NAMING.matcher(path).matches())) {
        toRead.add(folder.resolve(path));
      }
    }
  }

  private void read(Path file) throws IOException {
    if (Files.size(file) > LARGEST_SOURCE) {
      return;
    }
    if (NAMING.matcher(file.toString()).matches()) {
      if (Files.size(file) <= LARGEST_DATA) {
        Matcher names =
            OwnFiles.FILE_IN_TEXT.matcher(
                new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1));
        while (names.find()) {
          elsewhere(names.group());
        }
      }
      return;
    }
    List<Mention> mentions;
    try {
      String text = SourceText.of(Files.readAllBytes(file));
      mentions = SourceReader.read(text, Starting.STARTED);
      if (folder.equals(file.getParent())) {
        listed(file, text);
      }
    } catch (MalformedSourceException e) {
      return; // the walk tells of it
    }
    for (Mention mention : mentions) {
      if (mention.way() == Mention.Way.TEXT) {
        text(mention.name());
        Matcher dotted = DOTTED.matcher(mention.name());
        if (dotted.matches()) {
          module(dotted.group(1)); // a module or something in it, as settings are named
        }
      } else {
        module(mention.name().replaceFirst("\\..*", ""));
        for (String name : mention.names()) {
          text(name + ".py");
        }
      }
    }
  }

  /** Files beside it that code lists: those of an ending; of all there are it is told. */
  private void listed(Path file, String text) throws IOException {
    for (Listings.Listing listing : Listings.of(text)) {
      if (listing.ending().isEmpty()) {
        notices.add(
            file.getFileName()
                + ":"
                + listing.line()
                + " lists the folder that it lies in, of which only what is named goes along;"
                + " hand over the folder itself if it is all of the program");
        continue;
      }
      try (Stream<Path> list = Files.list(folder)) {
        list.filter(p -> p.getFileName().toString().endsWith(listing.ending()))
            .filter(Files::isRegularFile)
            .sorted()
            .limit(MOST_BESIDE)
            .forEach(this::file);
      }
    }
  }

  private void module(String name) throws IOException {
    if (!name.isEmpty()) {
      text(name + ".py");
      text(name);
    }
  }

  /** Whatever lies there by the first part of a path: a file, or a folder with all in it. */
  private void text(String text) throws IOException {
    String path = text.startsWith("./") ? text.substring(2) : text;
    if (path.isEmpty() || path.length() > 200 || path.startsWith("/") || path.startsWith(".")) {
      return;
    }
    int end = path.replace('\\', '/').indexOf('/');
    Path there;
    try {
      there = folder.resolve(end < 0 ? path : path.substring(0, end));
    } catch (InvalidPathException e) {
      return;
    }
    if (Files.isDirectory(there) && !there.equals(folder)) {
      tree(there);
    } else if (Files.isRegularFile(there) && known.add(there)) {
      file(there);
      if (there.toString().endsWith(".py")) {
        toRead.add(there);
      }
    } else if (!Files.exists(there)) {
      elsewhere(path);
    }
  }

  /** A folder of data in which a file of that name lies, with all in it. */
  private void elsewhere(String path) throws IOException {
    for (Path found : dataFolders.holding(path)) {
      tree(found);
    }
  }
}
