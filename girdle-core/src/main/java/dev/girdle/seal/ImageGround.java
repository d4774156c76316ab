package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.BaseImage;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageConfig;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.LayerReader;
import dev.girdle.image.Platform;
import dev.girdle.image.root.SystemFiles;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** An image that another one is made on: what is in it, and what it says of how it is run. */
final class ImageGround {
  private final BaseImage image;
  private final String digest;
  private final Set<String> paths = new HashSet<>();
  private final Set<String> names = new HashSet<>();

  private ImageGround(BaseImage image, String digest) {
    this.image = image;
    this.digest = digest;
  }

  static ImageGround of(Path place, Target target) throws IOException {
    ImageLayout layout =
        ImageLayout.open(place)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        place + " is no image layout, and so no base for an image",
                        "  One of a depot is written DEPOT/NAME@RELEASE"));
    try {
      Descriptor found =
          layout
              .image(Platform.of(target))
              .orElseThrow(
                  () -> GirdleException.request(place + " holds no image for " + target.text()));
      ImageManifest manifest = layout.manifest(found);
      ImageGround ground =
          new ImageGround(new BaseImage(layout, manifest, layout.config(manifest)), found.digest());
      ground.read(place);
      return ground;
    } catch (IOException | RuntimeException e) {
      layout.close();
      throw e;
    }
  }

  private void read(Path place) throws IOException {
    for (Descriptor layer : image.manifest().layers()) {
      LayerReader.read(
          image.layout().blob(layer),
          place + ", layer " + layer.digest(),
          entry -> {
            String path = entry.path();
            String name = Paths.fileName(path);
            if (entry.kind() == LayerReader.Kind.REMOVAL) {
              remove(path, name);
            } else {
              paths.add(path);
              names.add(name);
            }
            return true;
          });
    }
  }

  private void remove(String path, String name) {
    String folder = path.substring(0, path.length() - name.length());
    boolean isAll = name.equals(".wh..wh..opq");
    String gone = isAll ? folder : folder + name.substring(4);
    paths.removeIf(p -> p.equals(gone) || p.startsWith(isAll ? gone : gone + "/"));
  }

  BaseImage image() {
    return image;
  }

  String digest() {
    return digest;
  }

  boolean has(String path) {
    return paths.contains(path) || paths.contains("usr/" + path);
  }

  /** Whether there is a program of a name in its folders of programs, or in others. */
  boolean hasProgram(String name, Optional<String> others) {
    String all = others.orElse(environment().getOrDefault("PATH", "/usr/local/bin:/usr/bin:/bin"));
    return List.of(all.split(":")).stream()
        .anyMatch(f -> has(f.replaceFirst("^/", "") + "/" + name));
  }

  /** What it does not have already; of libraries, whatever it has by their name counts. */
  SystemFiles without(SystemFiles system) {
    List<LayoutFile> files =
        system.files().stream()
            .filter(f -> !has(f.path()))
            .filter(f -> !f.path().contains(".so") || !names.contains(Paths.fileName(f.path())))
            .toList();
    Set<String> used = new HashSet<>();
    files.stream()
        .filter(f -> !f.path().startsWith("usr/share/doc/"))
        .forEach(f -> used.add(f.component()));
    Map<String, String> missing = new LinkedHashMap<>(system.missing());
    missing.keySet().removeIf(n -> names.contains(Paths.fileName(n)));
    Map<String, dev.girdle.system.SystemPackage> packages = new LinkedHashMap<>(system.packages());
    packages.keySet().retainAll(used);
    return new SystemFiles(
        files.stream().filter(f -> used.contains(f.component())).toList(), packages, missing);
  }

  Optional<String> user() {
    return Optional.ofNullable(image.config().config())
        .map(ImageConfig.Run::user)
        .filter(u -> !u.isBlank() && !u.matches("(root|0)(:.*)?"));
  }

  Map<String, String> environment() {
    Map<String, String> all = new LinkedHashMap<>();
    ImageConfig.Run run = image.config().config();
    for (String one :
        run == null || run.environment() == null ? List.<String>of() : run.environment()) {
      int equals = one.indexOf('=');
      if (equals > 0) {
        all.put(one.substring(0, equals), one.substring(equals + 1));
      }
    }
    return all;
  }

  void close() {
    try {
      image.layout().close();
    } catch (IOException e) {
      return; // it was only read
    }
  }
}
