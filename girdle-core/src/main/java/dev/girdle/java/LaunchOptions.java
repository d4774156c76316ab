package dev.girdle.java;

import dev.girdle.app.Component;
import dev.girdle.ecosystem.LayoutRequest;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.jar.Attributes;
import java.util.jar.Manifest;

/**
 * What the main component's manifest asks of the Java launcher. The launcher heeds it only in the
 * jar that it is started with, so it has to move there, or to the command line.
 */
final class LaunchOptions {
  private static final Map<String, String> OPTIONS = new LinkedHashMap<>();

  static {
    OPTIONS.put("Add-Exports", "--add-exports");
    OPTIONS.put("Add-Opens", "--add-opens");
    OPTIONS.put("Enable-Native-Access", "--enable-native-access");
  }

  private final JarManifest manifest;

  private LaunchOptions(JarManifest manifest) {
    this.manifest = manifest;
  }

  static LaunchOptions of(LayoutRequest request) {
    return request.kept().stream()
        .filter(c -> c.name().equals(request.entry().component()))
        .findFirst()
        .map((Component c) -> new LaunchOptions(JarManifest.of(c)))
        .orElseGet(() -> new LaunchOptions(JarManifest.NONE));
  }

  /** As options of the command line of Java 9 and newer; none has spaces in it. */
  List<String> commandLine() {
    List<String> options = new ArrayList<>();
    OPTIONS.forEach(
        (attribute, option) ->
            manifest
                .value(attribute)
                .ifPresent(
                    v -> {
                      for (String target : v.split("\\s+")) {
                        boolean opening = !attribute.equals("Enable-Native-Access");
                        options.add(option + "=" + target + (opening ? "=ALL-UNNAMED" : ""));
                      }
                    }));
    return options;
  }

  /** As attributes of another jar's manifest. */
  void copyTo(Attributes attributes) {
    OPTIONS.keySet().forEach(a -> manifest.value(a).ifPresent(v -> attributes.putValue(a, v)));
  }

  JarManifest manifest() {
    return manifest;
  }

  /** A fresh manifest for an archive of this application. */
  Manifest newManifest(LayoutRequest request, String mainClass) {
    Manifest fresh = new Manifest();
    Attributes main = fresh.getMainAttributes();
    main.put(Attributes.Name.MANIFEST_VERSION, "1.0");
    main.put(Attributes.Name.MAIN_CLASS, mainClass);
    main.put(Attributes.Name.IMPLEMENTATION_TITLE, request.application().identity().name());
    request
        .application()
        .identity()
        .release()
        .ifPresent(r -> main.put(Attributes.Name.IMPLEMENTATION_VERSION, r));
    copyTo(main);
    return fresh;
  }

  static byte[] bytes(Manifest manifest) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    manifest.write(out);
    return out.toByteArray();
  }
}
