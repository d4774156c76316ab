package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.image.ImageLayer;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * In which layer of an image each file lies: from what changes least from release to release to
 * what changes most, so that a receiver of the next one fetches little.
 */
final class Layering {
  /** The C library and the like. */
  static final String SYSTEM = "system";

  private static final String RUNTIME = "runtime";
  private static final String COMPONENTS = "components";
  private static final String SNAPSHOTS = "snapshots";
  private static final String APPLICATION = "application";
  private static final String CONFIGURATION = "configuration";
  private static final List<String> BELOW = List.of(SYSTEM, RUNTIME, COMPONENTS, SNAPSHOTS);
  private static final List<String> ABOVE = List.of(APPLICATION, CONFIGURATION);

  /** What people change without building anew. */
  private static final Pattern SETTINGS =
      Pattern.compile(".*\\.(properties|ya?ml|json5?|toml|ini|conf|cfg|xml|env)");

  private static final Pattern SNAPSHOT = Pattern.compile("(?i).*snapshot.*|0\\.0\\.0.*");

  private final Map<String, Component> components = new LinkedHashMap<>();
  private final Map<String, List<PathMatcher>> own = new LinkedHashMap<>();

  Layering(Analysis analysis) {
    analysis.kept().forEach(c -> components.put(c.name(), c));
    analysis
        .plan()
        .image()
        .layers()
        .forEach(
            (name, patterns) ->
                own.put(
                    name,
                    patterns.stream()
                        .map(p -> FileSystems.getDefault().getPathMatcher("glob:" + p))
                        .toList()));
  }

  /**
   * The layers of an application.
   *
   * @param layout its files, from the top of the application
   * @param place where they go in the image, with a slash at the end
   * @return those that there is something in, the lowest first
   */
  List<ImageLayer> layers(Layout layout, String place) {
    Map<String, List<LayoutFile>> files = new LinkedHashMap<>();
    Map<String, List<LayoutLink>> links = new LinkedHashMap<>();
    List<String> names = new ArrayList<>(BELOW);
    own.keySet().stream().filter(n -> !BELOW.contains(n) && !ABOVE.contains(n)).forEach(names::add);
    names.addAll(ABOVE);
    names.forEach(n -> files.put(n, new ArrayList<>()));
    names.forEach(n -> links.put(n, new ArrayList<>()));
    for (LayoutFile file : layout.files()) {
      files.get(of(file)).add(file.at(place + file.path()));
    }
    for (LayoutLink link : layout.links()) {
      links
          .get(planned(link.path(), of(link.component(), link.path(), link.reason())))
          .add(new LayoutLink(place + link.path(), link.target(), link.component(), link.reason()));
    }
    return names.stream()
        .map(n -> new ImageLayer(n, files.get(n), links.get(n), List.of()))
        .filter(l -> !l.isEmpty())
        .toList();
  }

  private String of(LayoutFile file) {
    return planned(file.path(), of(file.component(), file.path(), file.reason()));
  }

  private String planned(String path, String usual) {
    return own.entrySet().stream()
        .filter(e -> e.getValue().stream().anyMatch(m -> m.matches(Path.of(path))))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse(usual);
  }

  private String of(String name, String path, String reason) {
    Component component = components.get(name);
    if (component == null) {
      return name.isEmpty()
          ? reason.equals(ExtraFiles.REASON) ? CONFIGURATION : APPLICATION
          : RUNTIME;
    }
    if (component.role().isUsers()) {
      boolean isSettings = SETTINGS.matcher(path.toLowerCase(Locale.ROOT)).matches();
      return isSettings ? CONFIGURATION : APPLICATION;
    }
    return component.release().filter(r -> !SNAPSHOT.matcher(r).matches()).isPresent()
        ? COMPONENTS
        : SNAPSHOTS;
  }
}
