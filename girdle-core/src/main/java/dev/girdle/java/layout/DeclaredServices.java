package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.java.index.Modules;
import dev.girdle.layout.LayoutFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The lists of providers that an application of modules needs when it is started from a class path,
 * where the descriptors that declare them do not count.
 */
final class DeclaredServices {
  private DeclaredServices() {}

  /** One file for each service; none if the application is not started as modules. */
  static List<LayoutFile> files(LayoutRequest request) {
    boolean modular = request.starts().stream().anyMatch(LaunchSpec::isOfModule);
    if (!modular) {
      return List.of();
    }
    Map<String, Set<String>> providers = new TreeMap<>();
    for (Component component : request.selection().components()) {
      Modules.describe(component)
          .ifPresent(
              d ->
                  d.provides()
                      .forEach(
                          (service, names) ->
                              providers
                                  .computeIfAbsent(service, s -> new TreeSet<>())
                                  .addAll(names)));
    }
    List<LayoutFile> files = new ArrayList<>();
    providers.forEach(
        (service, names) ->
            files.add(
                LayoutFile.made(
                    "META-INF/services/" + service,
                    (String.join("\n", names) + "\n").getBytes(StandardCharsets.UTF_8),
                    "lists the providers that descriptors of modules declare")));
    return files;
  }
}
