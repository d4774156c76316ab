package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Ballast;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.JavaFacts;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.index.Modules;
import dev.girdle.java.launcher.LaunchOptions;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.record.RecordFile;
import dev.girdle.start.Entries;
import dev.girdle.start.Launch;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * One archive of one tree. Files of one name are joined where their kind allows it; else the first
 * in class-path order has the place, as on a class path. Who asks for all files of a name gets the
 * others, too: they lie beside the tree, where {@code girdle-start} finds them.
 */
public final class MergedLayout {
  private final LayoutRequest request;
  private final MainClasses mainClasses;
  private final Map<String, List<Item>> byPath = new TreeMap<>();
  private final List<Ballast> leftOut = new ArrayList<>();
  private final List<Item> hidden = new ArrayList<>();
  private final List<String> differing = new ArrayList<>();
  private final LaterFiles later = new LaterFiles();
  private final Map<Component, Boolean> multiRelease = new HashMap<>();
  private int signed;

  /**
   * Prepares to lay out.
   *
   * @param request what to lay out
   * @param mainClasses tells which entry points the launcher cannot start by itself
   */
  public MergedLayout(LayoutRequest request, MainClasses mainClasses) {
    this.mainClasses = mainClasses;
    this.request = request;
  }

  /**
   * Lays it out.
   *
   * @return the finished tree, without a runtime
   * @throws IOException if something cannot be read
   */
  public Layout layOut() throws IOException {
    for (Component component : request.selection().components()) {
      multiRelease.put(component, JarManifest.of(component).isTrue("Multi-Release"));
      for (Item item : request.selection().items(component).keySet()) {
        sort(item);
      }
    }
    dropHiddenVariants();
    LaunchOptions options = LaunchOptions.of(request);
    EntryTable entries = new EntryTable(request, mainClasses);
    boolean mayLieBeside = mayLieBeside(options);
    placeHidden(mayLieBeside);
    String mainClass = entries.isPlain() ? request.main().entry().name() : Launch.class.getName();
    MergedManifest manifest = new MergedManifest(request, options, mainClass);
    List<LayoutFile> files = new ArrayList<>();
    TreeSet<String> folders = new TreeSet<>();
    for (Map.Entry<String, List<Item>> entry : byPath.entrySet()) {
      LayoutFile file = merge(entry.getKey(), entry.getValue(), mayLieBeside);
      files.add(file);
      Jars.addFolders(Paths.folder(file.path()), folders);
      manifest.packageOf(file.path(), entry.getValue().get(0).component());
    }
    addServices(files);
    if (!later.isEmpty()) {
      files.addAll(later.layOut(request));
    }
    if (!entries.isPlain()) {
      files.add(
          LayoutFile.made(Entries.PATH, bytes(entries), "tells the starter what can be started"));
    }
    if (!later.isEmpty() || !entries.isPlain()) {
      files.addAll(StartClasses.ofMerged());
    }
    files.add(
        0,
        LayoutFile.made(
            JarManifest.PATH,
            manifest.bytes(multiRelease.containsValue(true), !later.isEmpty()),
            "tells Java what to start"));
    return new Layout(
        files,
        List.copyOf(folders),
        RecordFile.IN_ARCHIVE,
        leftOut,
        notices(entries),
        JavaRelease.of(request.need().orElseThrow()).exactly()
            ? "java --enable-preview -jar %s"
            : "java -jar %s");
  }

  /**
   * Whether files can lie beside the tree: the Java launcher starts one agent only, and the program
   * brings none of its own, and no starter of an earlier sealing.
   */
  private boolean mayLieBeside(LaunchOptions options) {
    return options.manifest().value("Launcher-Agent-Class").isEmpty()
        && byPath.keySet().stream().noneMatch(p -> p.startsWith(StartClasses.FOLDER));
  }

  private static byte[] bytes(EntryTable entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    entries.writeTo(new DataOutputStream(bytes));
    return bytes.toByteArray();
  }

  /** What lists of providers say already comes first. */
  private void addServices(List<LayoutFile> files) throws IOException {
    for (LayoutFile declared : DeclaredServices.files(request)) {
      int at = files.stream().map(LayoutFile::path).toList().indexOf(declared.path());
      if (at < 0) {
        files.add(declared);
      } else {
        Content joined = Joining.lines(List.of(files.get(at).content(), declared.content()));
        files.set(
            at,
            LayoutFile.made(
                declared.path(),
                joined.bytes(1 << 20),
                "joined with what descriptors of modules declare"));
      }
    }
  }

  private void sort(Item item) {
    Optional<String> why = whyNot(item);
    if (why.isPresent()) {
      leaveOut(item, why.get());
    } else {
      byPath.computeIfAbsent(item.path(), p -> new ArrayList<>(1)).add(item);
    }
  }

  private void leaveOut(Item item, String why) {
    leftOut.add(new Ballast(item.component().name(), item.path(), item.content().size(), why));
  }

  private Optional<String> whyNot(Item item) {
    String path = item.path();
    if (path.equals(JarManifest.PATH)) {
      return Optional.of("manifest of the single jar; the archive has one of its own");
    }
    if (path.startsWith("META-INF/girdle/")) {
      return Optional.of("record of an earlier sealing");
    }
    if (Modules.isDescriptor(item)) {
      return Optional.of("describes a single module; a merged archive is none");
    }
    if (Versioned.of(path).release() > 0 && !multiRelease.get(item.component())) {
      return Optional.of("for a Java release, in a jar that does not say it is multi-release");
    }
    Optional<String> ofWholeJar = JavaFacts.ofWholeJar(path); // whoever made it
    if (ofWholeJar.isPresent()) {
      signed += JavaFacts.isSignature(path) ? 1 : 0;
      return ofWholeJar;
    }
    Optional<String> useless = request.model().uselessAtRunTime(item);
    return request.closure().reached(item).isPresent() ? Optional.empty() : useless;
  }

  /** A variant must not outlive the class that it is a variant of, if another jar's class won. */
  private void dropHiddenVariants() {
    byPath
        .values()
        .removeIf(
            items -> {
              items.removeIf(this::isHiddenVariant);
              return items.isEmpty();
            });
  }

  private boolean isHiddenVariant(Item item) {
    Versioned versioned = Versioned.of(item.path());
    List<Item> base = byPath.get(versioned.path());
    if (versioned.release() == 0 || base == null || base.get(0).component() == item.component()) {
      return false;
    }
    hidden.add(item);
    return true;
  }

  private void placeHidden(boolean mayLieBeside) {
    for (Item item : hidden) {
      Item base = byPath.get(Versioned.of(item.path()).path()).get(0);
      if (mayLieBeside && isAskedForTogether(item.path())) {
        later.add(item);
      } else {
        leaveOut(
            item,
            "variant of a file that "
                + base.component().name()
                + ", earlier on the class path, has");
      }
    }
  }

  private LayoutFile merge(String path, List<Item> items, boolean mayLieBeside) throws IOException {
    Item first = items.get(0);
    if (items.size() > 1) {
      Optional<byte[]> joined = Joining.join(path, items);
      if (joined.isPresent()) {
        return LayoutFile.made(path, joined.get(), "joined from " + componentsOf(items));
      }
      for (Item other : items.subList(1, items.size())) {
        boolean same = Joining.sameBytes(first, other);
        if (!same && mayLieBeside && isAskedForTogether(path)) {
          later.add(other);
          continue;
        }
        String winner = first.component().name();
        leaveOut(
            other,
            same
                ? "the same bytes as in " + winner
                : "differs from the one in " + winner + ", which is earlier on the class path");
        if (!same && !Joining.isAboutTheJar(path) && !differing.contains(path)) {
          differing.add(path);
        }
      }
    }
    return new LayoutFile(
        path,
        first.content(),
        false,
        Jars.packing(path),
        first.component().name(),
        request.reason(first));
  }

  /** Of a class there is only one, and nobody reads texts about a jar from all jars. */
  private static boolean isAskedForTogether(String path) {
    return !path.endsWith(".class") && !Joining.isAboutTheJar(path);
  }

  private static String componentsOf(List<Item> items) {
    return String.join(", ", items.stream().map(i -> i.component().name()).toList());
  }

  private List<String> notices(EntryTable entries) {
    List<String> notices = new ArrayList<>(entries.notices());
    if (!differing.isEmpty()) {
      notices.add(
          differing.size()
              + (differing.size() == 1 ? " file is" : " files are")
              + " in several components with different bytes; the first on the class path was taken: "
              + String.join(", ", differing.subList(0, Math.min(3, differing.size())))
              + (differing.size() > 3 ? ", …" : ""));
    }
    if (!later.isEmpty() && JavaRelease.of(request.need().orElseThrow()).feature() < 9) {
      notices.add(
          "files of one name that several components have are all found from Java 9 on only; on Java 8"
              + " the first on the class path is; --archive nested has all of them there, too");
    }
    if (signed > 0) {
      notices.add(
          "signature files of single jars were taken out ("
              + signed
              + "), since they do not hold for the merged archive");
    }
    return notices;
  }
}
