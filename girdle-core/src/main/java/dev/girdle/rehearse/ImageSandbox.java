package dev.girdle.rehearse;

import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageConfig;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.Platform;
import dev.girdle.image.root.ImageUnpacker;
import dev.girdle.place.Folders;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A container of an image, for one run: its files and nothing else, run as whom and with what the
 * image says. Gone with all that the program wrote when it is closed.
 */
final class ImageSandbox implements UnwatchedMachine {
  private static final String WORK = "/work";

  private final TemporaryFolder folder;
  private final List<String> namespaces;
  private final ImageConfig config;
  private final boolean isRoot;

  private ImageSandbox(
      TemporaryFolder folder, List<String> namespaces, ImageConfig config, boolean isRoot) {
    this.folder = folder;
    this.namespaces = namespaces;
    this.config = config;
    this.isRoot = isRoot;
  }

  /**
   * Unpacks the image for this machine.
   *
   * @param artifact an image layout
   * @param namespaces the words that put a command into namespaces; empty if there are none
   */
  static ImageSandbox of(Path artifact, Optional<List<String>> namespaces) throws IOException {
    if (namespaces.isEmpty()) {
      throw GirdleException.machine(
          "this machine gives no namespaces, without which no image can be run",
          "  Rehearse as root or on a Linux that has user namespaces.");
    }
    boolean isRoot = !namespaces.get().contains("--user");
    TemporaryFolder folder = TemporaryFolder.called("girdle-rehearsal");
    try (ImageLayout layout = ImageLayout.open(artifact).orElseThrow()) {
      Path root = Files.createDirectories(folder.path().resolve("root"));
      Files.createDirectories(folder.path().resolve("seen"));
      ImageManifest manifest = layout.manifest(ofThisMachine(layout, artifact));
      ImageUnpacker.unpack(layout, manifest, root, isRoot);
      try (InputStream in = ImageSandbox.class.getResourceAsStream("container.sh")) {
        Files.copy(in, folder.path().resolve("container.sh"));
      }
      return new ImageSandbox(folder, namespaces.get(), layout.config(manifest), isRoot);
    } catch (IOException | RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  private static Descriptor ofThisMachine(ImageLayout layout, Path artifact) throws IOException {
    Optional<Platform> here = Target.ofThisMachine().map(Platform::of);
    Optional<Descriptor> found = here.isPresent() ? layout.image(here.get()) : Optional.empty();
    if (found.isPresent()) {
      return found.get();
    }
    throw GirdleException.machine(
        artifact + " holds no image for this machine",
        "  It can be rehearsed on a machine that it is for only.");
  }

  @Override
  public Hiding hiding() {
    return Hiding.NAMESPACES;
  }

  @Override
  public Path seen() {
    return folder.path().resolve("seen");
  }

  @Override
  public Path work(Rehearsal rehearsal) {
    return folder.path().resolve("root").resolve(place(rehearsal).substring(1)).normalize();
  }

  private String place(Rehearsal rehearsal) {
    String planned = config.config().folder();
    return rehearsal.folder().isPresent()
        ? WORK
        : planned == null || planned.isBlank() ? "/" : planned;
  }

  @Override
  public ProcessBuilder process(Rehearsal rehearsal) throws IOException {
    ImageConfig.Run run = config.config();
    if (rehearsal.folder().isPresent()) {
      Folders.copy(rehearsal.folder().get(), work(rehearsal));
    }
    List<String> command = new ArrayList<>(namespaces);
    command.add("sh");
    command.add(folder.path().resolve("container.sh").toString());
    command.add(folder.path().resolve("root").toString());
    command.add(isRoot ? numbers(run.user()) : "");
    command.add(place(rehearsal));
    command.addAll(run.entrypoint() == null ? List.of() : run.entrypoint());
    List<String> usual = run.arguments() == null ? List.of() : run.arguments();
    command.addAll(rehearsal.arguments().isEmpty() ? usual : rehearsal.arguments());
    ProcessBuilder builder = new ProcessBuilder(command).directory(folder.path().toFile());
    builder.environment().clear();
    builder.environment().put("PATH", Sandbox.PATH);
    List<String> variables = new ArrayList<>();
    if (run.environment() != null) {
      variables.addAll(run.environment());
    }
    Files.write(folder.path().resolve("environment"), variables);
    return builder;
  }

  /** User and group by their numbers. */
  private String numbers(String user) throws IOException {
    String[] words = (user == null || user.isBlank() ? "0" : user).split(":");
    String whom = number("etc/passwd", words[0]);
    return whom + ":" + (words.length > 1 ? number("etc/group", words[1]) : whom);
  }

  private String number(String file, String name) throws IOException {
    if (name.matches("[0-9]+")) {
      return name;
    }
    Path list = folder.path().resolve("root").resolve(file);
    if (Files.isRegularFile(list)) {
      for (String line : Files.readAllLines(list)) {
        String[] words = line.split(":");
        if (words.length > 2 && words[0].equals(name)) {
          return words[2];
        }
      }
    }
    throw GirdleException.application(
        "the image runs as " + name + ", whom its " + file + " does not know");
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
