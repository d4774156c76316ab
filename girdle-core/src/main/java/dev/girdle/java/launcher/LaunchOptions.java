package dev.girdle.java.launcher;

import dev.girdle.app.Component;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.java.format.JarManifest;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.stream.Stream;

/**
 * What the main component's manifest asks of the Java launcher. The launcher heeds it only in the
 * jar that it is started with, so it has to move there, or to the command line.
 */
public final class LaunchOptions {
  private static final String OPENS = "Add-Opens";
  private static final Map<String, String> OPTIONS = new LinkedHashMap<>();

  static {
    OPTIONS.put("Add-Exports", "--add-exports");
    OPTIONS.put(OPENS, "--add-opens");
    OPTIONS.put("Enable-Native-Access", "--enable-native-access");
  }

  private final JarManifest manifest;
  private final List<String> wanted;

  private LaunchOptions(JarManifest manifest, List<String> wanted) {
    this.manifest = manifest;
    this.wanted = wanted;
  }

  /** Whether the manifest of an archive can give an option, so that nobody has to. */
  public static boolean isForManifest(String option) {
    return OPTIONS.values().stream().anyMatch(o -> option.startsWith(o + "="));
  }

  /**
   * What the main component asks for.
   *
   * @param request what is laid out
   * @return perhaps nothing
   */
  public static LaunchOptions of(LayoutRequest request) {
    JarManifest manifest =
        request.selection().components().stream()
            .filter(c -> c.name().equals(request.main().entry().component()))
            .findFirst()
            .map((Component c) -> JarManifest.of(c))
            .orElse(JarManifest.NONE);
    return new LaunchOptions(
        manifest, request.starts().stream().flatMap(s -> s.options().stream()).toList());
  }

  /** As options of the command line of Java 9 and newer; none has spaces in it. */
  public List<String> commandLine() {
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
    OPTIONS.forEach(
        (attribute, option) -> {
          Stream<String> said =
              manifest.value(attribute).stream().flatMap(v -> Stream.of(v.split("\\s+")));
          Stream<String> asked =
              wanted.stream()
                  .filter(w -> w.startsWith(option + "="))
                  .map(w -> w.substring(option.length() + 1).replaceFirst("=.*", ""));
          add(attributes, attribute, Stream.concat(said, asked).toList());
        });
  }

  /**
   * The manifest that says so.
   *
   * @return that of the main component; an empty one if it has none
   */
  public JarManifest manifest() {
    return manifest;
  }

  /** A fresh manifest for an archive of this application. */
  public Manifest newManifest(LayoutRequest request, String mainClass) {
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

  /** Opens a package for reflection, besides those that the application opens. */
  public static void open(Manifest manifest, String moduleAndPackage) {
    add(manifest.getMainAttributes(), OPENS, List.of(moduleAndPackage));
  }

  /** To what an attribute says already, each once. */
  private static void add(Attributes attributes, String attribute, List<String> values) {
    String there = attributes.getValue(attribute);
    Set<String> all = new LinkedHashSet<>(there == null ? List.of() : List.of(there.split(" ")));
    all.addAll(values);
    if (!all.isEmpty()) {
      attributes.putValue(attribute, String.join(" ", all));
    }
  }

  /**
   * A manifest as it stands in a jar.
   *
   * @param manifest the manifest
   * @return lines of at most 72 bytes
   * @throws IOException if something cannot be read
   */
  public static byte[] bytes(Manifest manifest) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    manifest.write(out);
    return out.toByteArray();
  }
}
