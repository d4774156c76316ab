package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Identity;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Annotations;
import dev.girdle.image.ImageConfig;
import dev.girdle.image.ImageLayer;
import dev.girdle.image.MadeImage;
import dev.girdle.image.Platform;
import dev.girdle.image.root.SystemFiles;
import dev.girdle.image.root.SystemRoot;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.plan.AppMetadata;
import dev.girdle.plan.ImageRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Puts together an image for one target: the application, what it runs on, and how it is run. */
final class ImageComposition implements AutoCloseable {
  private static final String FOLDER = "opt/";
  private static final String SHELL = "bin/sh";
  private static final String PATH = "/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin";

  private static final int OPEN_TO_ALL = 01777;
  private static final int OWNERS = 0755;

  private final Analysis analysis;
  private final Target target;
  private final ImageRequest wishes;
  private final Layout layout;
  private final String place;
  private final Optional<ImageGround> ground;
  private final SystemFiles system;
  private final List<ImageLayer> layers;

  private ImageComposition(Analysis analysis, Layout layout) throws IOException {
    this.analysis = analysis;
    this.target = Images.target(analysis);
    this.wishes = analysis.plan().image();
    this.layout = layout;
    this.place = FOLDER + analysis.application().identity().name() + "/";
    this.ground =
        wishes.base().isPresent()
            ? Optional.of(ImageGround.of(ImageSource.place(wishes.base().get(), target), target))
            : Optional.empty();
    requireRuntime();
    this.system = systemFiles();
    this.layers = composed();
  }

  static ImageComposition of(Analysis analysis, Layout layout) {
    try {
      return new ImageComposition(analysis, layout);
    } catch (IOException e) {
      throw GirdleException.because(
          e, () -> GirdleException.machine("the image cannot be put together: " + e.getMessage()));
    }
  }

  Analysis analysis() {
    return analysis;
  }

  SystemFiles system() {
    return system;
  }

  /** Where nothing lies below, somebody has to start the program. */
  private void requireRuntime() {
    String program = layout.starting().commands().get(0).words().get(0);
    if (program.startsWith(LayoutCommand.PLACE)) {
      return;
    }
    String advice =
        "  Add --runtime "
            + (analysis.ecosystem().support().refused().isEmpty() ? "trimmed" : "whole");
    if (ground.isEmpty()) {
      throw GirdleException.request(
          "an image holds all that runs in it, and this one would hold no "
              + analysis.ecosystem().name(),
          advice + ", or name an image that has one: --base FILE");
    }
    Optional<String> folders = Optional.ofNullable(wishes.environment().get("PATH"));
    if (!ground.get().hasProgram(program, folders)) {
      throw GirdleException.request(
          wishes.base().get() + " has no " + program + " in the folders of its programs",
          advice + ", or name another base.");
    }
  }

  private Path root() {
    Path named = wishes.roots().get(target.text());
    Path all = wishes.roots().get("");
    return named != null ? named : all != null ? all : Path.of("/");
  }

  private SystemFiles systemFiles() throws IOException {
    SystemRoot system = new SystemRoot(root(), target);
    Map<String, Content> code = new TreeMap<>();
    layout.files().forEach(f -> code.put(f.path(), f.content()));
    for (List<Item> alike : packedCode().values()) {
      for (Item item : alike) {
        // of several that are called alike, one for this system is taken by the program
        if (alike.size() == 1 || system.canLoad(item.content())) {
          code.put(item.toString(), item.content());
        }
      }
    }
    requireLoader(system.gather(code, List.of()));
    List<String> paths = new ArrayList<>();
    for (String word : wishes.system()) {
      if (!word.equals(ImageRequest.USERS) && !word.equals(ImageRequest.NAMES)) {
        paths.addAll(system.meant(word));
      }
    }
    SystemFiles gathered = system.gather(Map.of(), paths);
    return ground.map(g -> g.without(gathered)).orElse(gathered);
  }

  /** A root folder without the loader is none, or one for another system. */
  private void requireLoader(SystemFiles gathered) {
    String loader =
        gathered.missing().keySet().stream().filter(n -> n.startsWith("/")).findFirst().orElse("");
    if (!loader.isEmpty() && ground.filter(g -> g.has(loader.substring(1))).isEmpty()) {
      throw GirdleException.request(
          root() + " is no root folder of a system for " + target.text() + ": it has no " + loader,
          "  Name one in the plan: image: root: {" + target.text() + ": FOLDER}, or a base.");
    }
  }

  /** Native code of the application, which may lie in archives, by what it is called. */
  private Map<String, List<Item>> packedCode() {
    Map<String, List<Item>> all = new TreeMap<>();
    for (Component component : analysis.kept()) {
      for (Item item : analysis.selection().items(component).keySet()) {
        if (analysis.natives().code(item).isPresent()) {
          all.computeIfAbsent(Paths.fileName(item.path()), n -> new ArrayList<>()).add(item);
        }
      }
    }
    return all;
  }

  private String whom() {
    return wishes
        .user()
        .or(() -> ground.flatMap(ImageGround::user))
        .orElse(ImageRequest.USUAL_USER);
  }

  private int owner() {
    String number = whom().replaceFirst(":.*$", "");
    return number.matches("[0-9]{1,9}") ? Integer.parseInt(number) : 0;
  }

  /** What was asked for and stands in no file of the system, since it is about this image. */
  private List<LayoutFile> madeFiles() {
    List<LayoutFile> made = new ArrayList<>();
    if (wishes.system().contains(ImageRequest.USERS)) {
      String[] ids = (whom() + ":" + whom()).split(":");
      String name = analysis.application().identity().name().toLowerCase(Locale.ROOT);
      made.add(
          file(
              "etc/passwd",
              "root:x:0:0::/root:/sbin/nologin\n"
                  + (owner() == 0
                      ? ""
                      : name + ":x:" + ids[0] + ":" + ids[1] + "::/tmp:/sbin/nologin\n"),
              "names whom it runs as"));
      made.add(
          file(
              "etc/group",
              "root:x:0:\n" + (owner() == 0 ? "" : name + ":x:" + ids[1] + ":\n"),
              "names whom it runs as"));
    }
    if (wishes.system().contains(ImageRequest.NAMES)) {
      made.add(
          file(
              "etc/nsswitch.conf",
              "passwd: files\ngroup: files\nhosts: files dns\n",
              "tells where names are looked up"));
    }
    return made;
  }

  private static LayoutFile file(String path, String text, String why) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), why);
  }

  private List<ImageLayer> composed() {
    List<LayoutFile> below = new ArrayList<>(system.files());
    below.addAll(madeFiles());
    List<ImageLayer.OwnFolder> folders = new ArrayList<>();
    if (ground.filter(g -> g.has("tmp")).isEmpty()) {
      folders.add(new ImageLayer.OwnFolder("tmp", OPEN_TO_ALL, 0));
    }
    for (String volume : wishes.volumes()) {
      folders.add(new ImageLayer.OwnFolder(volume.replaceAll("^/+|/+$", ""), OWNERS, owner()));
    }
    List<LayoutLink> links = new ArrayList<>(shell());
    List<ImageLayer> above = new ArrayList<>();
    for (ImageLayer layer : new Layering(analysis).layers(layout, place)) {
      if (layer.name().equals(Layering.SYSTEM)) { // what the plan puts there
        below.addAll(layer.files());
        links.addAll(layer.links());
      } else {
        above.add(layer);
      }
    }
    ImageLayer system = new ImageLayer(Layering.SYSTEM, below, links, folders);
    return Stream.concat(Stream.of(system), above.stream()).filter(l -> !l.isEmpty()).toList();
  }

  /** Where commands look for the system's shell. */
  private List<LayoutLink> shell() {
    Optional<String> shell = layout.starting().commands().get(0).shell();
    boolean isThere =
        ground.filter(g -> g.has(SHELL)).isPresent()
            || system.files().stream().anyMatch(f -> f.path().equals(SHELL));
    return shell.isEmpty() || isThere
        ? List.of()
        : List.of(
            new LayoutLink(SHELL, "../" + place + shell.get(), "", "starts commands of programs"));
  }

  /** All files of its own. */
  List<LayoutFile> files() {
    return layers.stream().flatMap(l -> l.files().stream()).toList();
  }

  /** The layout as it lies in the image, with what it takes from a system. */
  Layout accounted() {
    List<LayoutLink> links = layers.stream().flatMap(l -> l.links().stream()).toList();
    return new Layout(
        files(),
        links,
        List.of(),
        layout.recordPath(),
        layout.leftOut(),
        notices(),
        layout.starting(),
        layout.runtime());
  }

  List<String> notices() {
    List<String> notices = new ArrayList<>(layout.notices());
    Map<String, String> missing = new TreeMap<>(system.missing());
    if (!missing.isEmpty()) {
      String wanted =
          missing.entrySet().stream()
              .map(e -> e.getKey() + " (" + e.getValue() + ")")
              .collect(Collectors.joining(", "));
      notices.add(
          "native code wants what "
              + root()
              + " does not have, and fails if it comes to it: "
              + wanted);
    }
    return notices;
  }

  Map<String, String> annotations() {
    Map<String, String> all = new LinkedHashMap<>();
    AppMetadata about = analysis.plan().metadata();
    Identity identity = analysis.application().identity();
    all.put(Annotations.TITLE, about.title().orElse(identity.name()));
    identity.release().ifPresent(r -> all.put(Annotations.VERSION, r));
    about.description().ifPresent(d -> all.put(Annotations.DESCRIPTION, d));
    about.vendor().ifPresent(v -> all.put(Annotations.VENDOR, v));
    about.homepage().ifPresent(h -> all.put(Annotations.URL, h));
    about.licence().ifPresent(l -> all.put(Annotations.LICENCES, l));
    ground.ifPresent(g -> all.put(Annotations.BASE_DIGEST, g.digest()));
    return all;
  }

  /** The image. */
  MadeImage image() {
    return new MadeImage(
        Platform.of(target),
        ground.map(ImageGround::image).orElse(null),
        layers,
        run(),
        annotations());
  }

  private ImageConfig.Run run() {
    LaunchSpec main = analysis.application().starts().get(0);
    LayoutCommand command = layout.starting().commands().get(0);
    String here = here();
    Map<String, String> labels = new LinkedHashMap<>(annotations());
    labels.putAll(wishes.labels());
    return new ImageConfig.Run(
        whom(),
        set(wishes.ports()),
        environment(main),
        command.at(here),
        null,
        set(wishes.volumes()),
        wishes.folder().orElse(command.folderAt(here)),
        labels,
        wishes.stopSignal().orElse(null),
        wishes.health().map(ImageComposition::health).orElse(null));
  }

  private static ImageConfig.Health health(ImageRequest.Health wish) {
    List<String> test = new ArrayList<>(List.of("CMD"));
    test.addAll(wish.command());
    long second = 1_000_000_000L;
    return new ImageConfig.Health(
        test,
        wish.every() == 0 ? null : wish.every() * second,
        wish.within() == 0 ? null : wish.within() * second,
        wish.retries() == 0 ? null : wish.retries());
  }

  private static Map<String, Map<String, String>> set(List<String> words) {
    if (words.isEmpty()) {
      return null;
    }
    Map<String, Map<String, String>> set = new LinkedHashMap<>();
    words.forEach(w -> set.put(w, Map.of()));
    return set;
  }

  /** What the plan says counts more than what the program is always started with. */
  /** Where the layout lies in the image. */
  private String here() {
    return "/" + place.replaceFirst("/$", "");
  }

  private List<String> environment(LaunchSpec main) {
    Map<String, String> all = new LinkedHashMap<>();
    all.put("PATH", PATH);
    all.put("LANG", "C.UTF-8"); // without it, programs take all text for ASCII
    ground.ifPresent(g -> all.putAll(g.environment()));
    all.putAll(layout.starting().commands().get(0).environmentAt(here()));
    all.putAll(main.environment());
    all.putAll(wishes.environment());
    return all.entrySet().stream().map(e -> e.getKey() + "=" + e.getValue()).toList();
  }

  @Override
  public void close() {
    ground.ifPresent(ImageGround::close);
  }
}
