package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Shape;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.PackedContent;
import dev.girdle.io.Paths;
import dev.girdle.io.SourceDate;
import dev.girdle.io.ZipWriter;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.Modules;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.place.Scratch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Components as jars: a jar is taken as it is, a folder of classes is packed into one. */
final class Jars {
  private Jars() {}

  static String fileName(Component component) {
    String name = component.name();
    return name.endsWith(".jar") ? name : name + ".jar";
  }

  /** All of a component as it is, or what is kept of it. */
  static Content content(Component component, LayoutRequest request) throws IOException {
    boolean whole = request.selection().isWhole(component);
    boolean descriptorFits = whole || !request.starts().stream().anyMatch(LaunchSpec::isOfModule);
    return whole && component.whole().isPresent()
        ? component.whole().get()
        : pack(component, request, descriptorFits);
  }

  /** Into a temporary file, since the archive's size has to be known before it is written out. */
  private static Content pack(Component component, LayoutRequest request, boolean descriptorFits)
      throws IOException {
    Set<Item> kept = request.selection().items(component).keySet();
    // what is compressed as a whole gets smaller if its parts are not
    boolean isSqueezed =
        request.shape() == Shape.BARE
            || request.shape() == Shape.FOLDER && request.isSelfStarting();
    Path file = Scratch.path(".jar");
    try (ZipWriter zip = new ZipWriter(file, date())) {
      TreeSet<String> folders = new TreeSet<>();
      boolean namesFolders = component.whole().isEmpty() || !component.folders().isEmpty();
      for (Item item : kept) {
        if (namesFolders) {
          addFolders(Paths.folder(item.path()), folders);
        }
      }
      for (String folder : folders) {
        zip.folder(folder);
      }
      boolean signed = kept.stream().anyMatch(i -> JavaFacts.isSignature(i.path()));
      for (Item item : manifestFirst(kept)) {
        zip.later(packing(item.path()) == Packing.COMPILED);
        boolean isDescriptor = Versioned.of(item.path()).path().equals(Modules.DESCRIPTOR);
        if (isDescriptor && !descriptorFits) {
          Content fitting = ModuleTrim.trim(item.content(), packages(kept));
          zip.compress(item.path(), fitting, false);
        } else if (item.path().equals(JarManifest.PATH) && !signed) {
          zip.compress(item.path(), JarManifest.withoutDigests(item.content()), false);
        } else if (isSqueezed) {
          zip.store(item.path(), item.content(), false);
        } else if (item.content() instanceof PackedContent packed) {
          zip.copy(item.path(), packed, false);
        } else {
          zip.compress(item.path(), item.content(), false);
        }
      }
    }
    return FolderTree.content(file);
  }

  /** How a file of a jar is packed: sources can lie beside classes, and the younger counts. */
  static Packing packing(String path) {
    return path.endsWith(".class") ? Packing.COMPILED : Packing.AS_IT_IS;
  }

  private static Set<String> packages(Set<Item> kept) {
    Set<String> packages = new HashSet<>();
    kept.forEach(
        i -> packages.add(Paths.folder(Versioned.of(i.path()).path()).replaceFirst("/$", "")));
    return packages;
  }

  /** A jar that holds nothing but a manifest. */
  static Content ofManifest(byte[] manifest) throws IOException {
    return of(List.of(LayoutFile.made(JarManifest.PATH, manifest, "")));
  }

  /** A jar of files that Girdle made. */
  static Content of(List<LayoutFile> files) throws IOException {
    Path file = Scratch.path(".jar");
    try (ZipWriter zip = new ZipWriter(file, date())) {
      for (LayoutFile f : files) {
        zip.compress(f.path(), f.content(), false);
      }
    }
    return FolderTree.content(file);
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

  private static List<Item> manifestFirst(Set<Item> items) {
    return items.stream()
        .sorted(
            Comparator.comparing((Item i) -> !i.path().equals(JarManifest.PATH))
                .thenComparing(Item::path))
        .toList();
  }
}
