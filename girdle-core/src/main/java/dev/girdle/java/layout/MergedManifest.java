package dev.girdle.java.layout;

import dev.girdle.app.Component;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Paths;
import dev.girdle.java.format.JarManifest;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.launcher.LaunchOptions;
import dev.girdle.start.Later;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.jar.Attributes;
import java.util.jar.Manifest;

/** The manifest, with what packages of the libraries said of themselves in theirs. */
final class MergedManifest {
  private static final List<String> OF_PACKAGES =
      List.of(
          "Specification-Title",
          "Specification-Version",
          "Specification-Vendor",
          "Implementation-Title",
          "Implementation-Version",
          "Implementation-Vendor");
  private static final Set<String> OF_THE_BUILD =
      Set.of(
          "Manifest-Version",
          "Main-Class",
          "Class-Path",
          "Created-By",
          "Built-By",
          "Build-Jdk",
          "Multi-Release",
          "Signature-Version");

  private final LayoutRequest request;
  private final LaunchOptions options;
  private final String mainClass;
  private final Map<String, Component> packages = new LinkedHashMap<>();

  MergedManifest(LayoutRequest request, LaunchOptions options, String mainClass) {
    this.mainClass = mainClass;
    this.request = request;
    this.options = options;
  }

  void packageOf(String path, Component component) {
    boolean isMain = component.name().equals(request.main().entry().component());
    if (path.endsWith(".class") && Versioned.of(path).release() == 0 && !isMain) {
      packages.putIfAbsent(Paths.folder(path), component);
    }
  }

  byte[] bytes(boolean isMultiRelease, boolean hasFilesBeside) throws IOException {
    Manifest merged = options.newManifest(request, mainClass);
    Attributes main = merged.getMainAttributes();
    if (isMultiRelease) {
      main.putValue("Multi-Release", "true");
    }
    if (hasFilesBeside) {
      main.putValue("Launcher-Agent-Class", Later.class.getName());
    }
    options
        .manifest()
        .main()
        .forEach(
            (key, value) -> {
              if (OF_PACKAGES.contains(key.toString())) {
                main.put(key, value); // what the program finds when it asks for its own release
              } else if (!OF_THE_BUILD.contains(key.toString())) {
                main.putIfAbsent(key, value);
              }
            });
    Map<Component, JarManifest> read = new HashMap<>();
    packages.forEach(
        (folder, component) -> {
          JarManifest manifest = read.computeIfAbsent(component, JarManifest::of);
          Attributes section = new Attributes();
          for (String name : OF_PACKAGES) {
            Attributes own = manifest.sections().get(folder);
            String value = own == null ? null : own.getValue(name);
            Optional.ofNullable(value)
                .or(() -> manifest.value(name))
                .ifPresent(v -> section.putValue(name, v));
          }
          if (!section.isEmpty() && !folder.isEmpty()) {
            merged.getEntries().put(folder, section);
          }
        });
    return LaunchOptions.bytes(merged);
  }
}
