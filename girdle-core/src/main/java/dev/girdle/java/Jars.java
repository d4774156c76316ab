package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SourceDate;
import dev.girdle.io.ZipWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;

/** Components as jars: a jar is taken as it is, a folder of classes is packed into one. */
final class Jars {
  private Jars() {}

  static String fileName(Component component) {
    String name = component.name();
    return name.endsWith(".jar") ? name : name + ".jar";
  }

  static Content content(Component component) throws IOException {
    return component.whole().isPresent() ? component.whole().get() : pack(component);
  }

  /** Into a temporary file, since the archive's size has to be known before it is written out. */
  private static Content pack(Component component) throws IOException {
    Path file = temporary();
    try (ZipWriter zip = new ZipWriter(file, date())) {
      TreeSet<String> folders = new TreeSet<>();
      for (Item item : component.items()) {
        addFolders(Paths.folder(item.path()), folders);
      }
      for (String folder : folders) {
        zip.folder(folder);
      }
      for (Item item : manifestFirst(component)) {
        zip.compress(item.path(), item.content(), false);
      }
    }
    return FolderTree.content(file);
  }

  /** A jar that holds nothing but a manifest. */
  static Content ofManifest(byte[] manifest) throws IOException {
    Path file = temporary();
    try (ZipWriter zip = new ZipWriter(file, date())) {
      zip.compress(JarManifest.PATH, Content.of(manifest), false);
    }
    return FolderTree.content(file);
  }

  private static Path temporary() throws IOException {
    Path file = Files.createTempFile("girdle-", ".jar");
    file.toFile().deleteOnExit();
    Files.delete(file);
    return file;
  }

  private static SourceDate date() {
    return SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
  }

  /** Adds a folder and all folders above it. */
  static void addFolders(String folder, TreeSet<String> folders) {
    for (String at = folder; !at.isEmpty(); ) {
      folders.add(at);
      at = Paths.folder(at.substring(0, at.length() - 1));
    }
  }

  private static List<Item> manifestFirst(Component component) {
    return component.items().stream()
        .sorted(
            Comparator.comparing((Item i) -> !i.path().equals(JarManifest.PATH))
                .thenComparing(Item::path))
        .toList();
  }
}
