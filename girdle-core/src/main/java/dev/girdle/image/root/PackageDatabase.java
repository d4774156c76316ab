package dev.girdle.image.root;

import dev.girdle.licence.Spdx;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Which package of a system a file came with: of Debian's kind ({@code dpkg(1)}, {@code
 * /var/lib/dpkg/status} and the lists beside it; licences by "Machine-readable debian/copyright
 * file 1.0") and of Alpine's ({@code /lib/apk/db/installed}). Others are not known.
 */
final class PackageDatabase {
  private static final String DPKG = "/var/lib/dpkg/";
  private static final String APK = "/lib/apk/db/installed";
  private static final Pattern ID = Pattern.compile("(?m)^ID=\"?([\\w.-]+)\"?$");
  private static final Pattern ALL_FILES =
      Pattern.compile("(?m)^Files:\\s*\\*\\s*$(?s:.*?)^License:[ \\t]*([^\\n]+)$");

  private static final Pattern COMMON =
      Pattern.compile("/usr/share/common-licenses/([A-Z][\\w.-]*\\w)");

  private final RootFolder root;
  private final String system;
  private final Map<String, String> owners = new HashMap<>();
  private final Map<String, Supplier<SystemPackage>> packages = new HashMap<>();
  private final Map<String, SystemPackage> taken = new HashMap<>();

  PackageDatabase(RootFolder root) {
    this.root = root;
    Matcher id = ID.matcher(root.text("/etc/os-release").orElse(""));
    this.system = id.find() ? id.group(1) : "linux";
    if (root.file(DPKG + "status").isPresent()) {
      readDpkg();
    } else {
      root.text(APK).ifPresent(this::readApk);
    }
  }

  /** The package of a file, by any of the paths that it has in the system. */
  Optional<SystemPackage> of(Set<String> paths) {
    for (String path : paths) {
      for (String one : List.of(path, path.replaceFirst("^/usr/", "/"), "/usr" + path)) {
        String owner = owners.get(one);
        if (owner != null && packages.containsKey(owner)) {
          return Optional.of(taken.computeIfAbsent(owner, o -> packages.get(o).get()));
        }
      }
    }
    return Optional.empty();
  }

  private void readDpkg() {
    for (Map<String, String> one :
        paragraphs(root.text(DPKG + "status").orElse(""), "(?m)^([\\w-]+): (.*)$")) {
      String name = one.getOrDefault("Package", "");
      String release = one.getOrDefault("Version", "");
      packages.computeIfAbsent(name, n -> () -> debian(n, release));
    }
    Optional<Path> lists = root.find(DPKG + "info");
    try (Stream<Path> all = lists.isEmpty() ? Stream.empty() : Files.list(lists.get())) {
      for (Path list : all.filter(f -> f.toString().endsWith(".list")).sorted().toList()) {
        String name =
            list.getFileName().toString().replaceFirst("\\.list$", "").replaceFirst(":.*$", "");
        RootFolder.read(list).orElse("").lines().forEach(f -> owners.putIfAbsent(f, name));
      }
    } catch (IOException e) {
      owners.clear(); // nobody knows whose the files are then
    }
  }

  /** Its terms are read only if something of it is taken. */
  private SystemPackage debian(String name, String release) {
    String terms = "/usr/share/doc/" + name + "/copyright";
    Optional<String> text = root.text(terms);
    return new SystemPackage(
        name,
        release,
        "pkg:deb/" + system + "/" + name + "@" + encoded(release),
        text.map(PackageDatabase::licences).orElse(List.of()),
        text.map(t -> terms));
  }

  private void readApk(String text) {
    for (String paragraph : text.split("\n\n")) {
      String name = "";
      String release = "";
      String licence = "";
      String folder = "";
      for (String line : paragraph.split("\n")) {
        String value = line.length() > 2 ? line.substring(2) : "";
        switch (line.isEmpty() ? ' ' : line.charAt(0)) {
          case 'P' -> name = value;
          case 'V' -> release = value;
          case 'L' -> licence = value;
          case 'F' -> folder = value;
          case 'R' -> owners.putIfAbsent("/" + folder + "/" + value, name);
          default -> {}
        }
      }
      SystemPackage read =
          new SystemPackage(
              name,
              release,
              "pkg:apk/" + system + "/" + name + "@" + encoded(release),
              licence.isEmpty() ? List.of() : List.of(Spdx.of(licence)),
              Optional.empty());
      packages.put(name, () -> read);
    }
  }

  private static List<Map<String, String>> paragraphs(String text, String field) {
    Pattern pattern = Pattern.compile(field);
    List<Map<String, String>> all = new ArrayList<>();
    for (String paragraph : text.split("\n\n")) {
      Map<String, String> fields = new HashMap<>();
      Matcher matcher = pattern.matcher(paragraph);
      while (matcher.find()) {
        fields.putIfAbsent(matcher.group(1), matcher.group(2));
      }
      all.add(fields);
    }
    return all;
  }

  /** What the file says of all files; else the common licences that it points to; else its text. */
  private static List<String> licences(String copyright) {
    Set<String> found = new LinkedHashSet<>();
    Matcher all = ALL_FILES.matcher(copyright);
    if (all.find()) {
      for (String one : all.group(1).split("\\s+(?:and|or)\\s+|,\\s*")) {
        found.add(Spdx.of(one.strip()));
      }
      return List.copyOf(found);
    }
    Matcher common = COMMON.matcher(copyright);
    while (common.find()) {
      found.add(Spdx.of(common.group(1)));
    }
    if (found.isEmpty()) {
      Spdx.ofText(copyright).ifPresent(found::add);
    }
    return List.copyOf(found);
  }

  private static String encoded(String release) {
    return URLEncoder.encode(release, StandardCharsets.UTF_8).replace("%7E", "~");
  }
}
