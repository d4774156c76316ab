package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** What lies in the modules of an image, and what of it goes along. */
final class ImageResources {
  private static final String BASE = "/java.base/";
  private static final int LARGEST_TYPE = 1 << 20;

  private final RuntimeImage image;

  ImageResources(RuntimeImage image) {
    this.image = image;
  }

  /**
   * What lies in some of its modules. What lists the modules lists these.
   *
   * @param chosen names of modules
   * @return for each, its contents by path
   */
  Map<String, SortedMap<String, Content>> of(Collection<String> chosen) throws IOException {
    Map<String, SortedMap<String, Content>> found = new TreeMap<>();
    for (String module : chosen) {
      found.put(module, image.contents().get(module));
    }
    SortedMap<String, Content> base = found.get("java.base");
    if (base != null) {
      found.put("java.base", listing(chosen, base));
    }
    return found;
  }

  /** What was generated for the whole image lists the modules of that one. */
  private SortedMap<String, Content> listing(
      Collection<String> modules, SortedMap<String, Content> base) throws IOException {
    SortedMap<String, Content> listing = new TreeMap<>(base);
    Content type = base.get(SystemModules.PACKAGE + "SystemModules.class");
    listing.keySet().removeIf(n -> n.startsWith(SystemModules.PACKAGE + "SystemModules$"));
    List<ModuleFacts> listed = modules.stream().sorted().map(image.facts()::get).toList();
    SystemModules.of(listed, type.bytes(LARGEST_TYPE))
        .forEach((path, bytes) -> listing.put(path, Content.of(bytes)));
    return listing;
  }

  /** What goes along, by its path in an image. */
  SortedMap<String, Content> of(Extract extract) throws IOException {
    SortedMap<String, Content> resources = new TreeMap<>();
    for (var module : of(extract.modules().keySet()).entrySet()) {
      Optional<Set<String>> kept =
          extract.contents().map(c -> c.getOrDefault(module.getKey(), Set.of()));
      for (var file : module.getValue().entrySet()) {
        String path = file.getKey();
        if (kept.isEmpty() || kept.get().contains(path) || path.equals(RuntimeImage.DESCRIPTOR)) {
          resources.put("/" + module.getKey() + "/" + path, file.getValue());
        }
      }
    }
    if (extract.contents().isPresent()) {
      for (String error : ClassEdits.NOT_FOUND) {
        resources.computeIfPresent(BASE + error, (n, c) -> telling(c));
      }
      resources.put(BASE + ClassEdits.TELLER + ".class", ClassEdits.teller());
    }
    if (!extract.debugTables()) {
      for (var resource : resources.entrySet()) {
        resource.setValue(ClassEdits.withoutDebugTables(resource.getKey(), resource.getValue()));
      }
    }
    return resources;
  }

  private static Content telling(Content error) {
    try {
      return ClassEdits.telling(error);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
