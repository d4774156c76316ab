package dev.girdle.system;

import dev.girdle.licence.Spdx;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
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
public final class PackageDatabase {
  private static final String DPKG = "/var/lib/dpkg/";
  private static final String APK = "/lib/apk/db/installed";
  private static final Pattern ID = Pattern.compile("(?m)^ID=\"?([\\w.-]+)\"?$");
  private static final Pattern ALL_FILES =
      Pattern.compile("(?m)^Files:\\s*\\*\\s*$(?s:.*?)^License:[ \\t]*([^\\n]+)$");

  /** A line of the field Conffiles. */
  private static final Pattern SETTINGS =
      Pattern.compile("(?m)^ (/\\S+) ([0-9a-f]{32})(?: remove-on-upgrade)?$");

  private static final Pattern COMMON =
      Pattern.compile("/usr/share/common-licenses/([A-Z][\\w.-]*\\w)");

  private static final Set<String> EVERYWHERE = Set.of("required", "important", "standard");

  private final RootFolder root;
  private final String system;
  private final Map<String, Supplier<SystemPackage>> packages = new HashMap<>();
  private final Map<String, SystemPackage> taken = new HashMap<>();
  private final Map<String, List<String>> files = new HashMap<>();
  private final Map<String, List<String>> needs = new HashMap<>();
  private final Set<String> ofEverySystem = new HashSet<>();
  private final Map<String, String> sources = new HashMap<>();
  private final Map<String, List<String>> liked = new HashMap<>();
  private final Map<String, String> delivered = new HashMap<>();
  private Map<String, String> owners;

  /**
   * Prepares to ask a system; nothing of its packages is read before somebody asks.
   *
   * @param root the system
   */
  public PackageDatabase(RootFolder root) {
    this.root = root;
    Matcher id = ID.matcher(root.text("/etc/os-release").orElse(""));
    this.system = id.find() ? id.group(1) : "linux";
  }

  private Map<String, String> owners() {
    if (owners == null) {
      owners = new HashMap<>();
      if (root.file(DPKG + "status").isPresent()) {
        readDpkg();
      } else {
        root.text(APK).ifPresent(this::readApk);
      }
      files.forEach((name, all) -> all.forEach(f -> owners.putIfAbsent(f, name)));
    }
    return owners;
  }

  /**
   * The package of a file.
   *
   * @param paths the paths that it has in the system
   * @return empty if no package that is known brought it
   */
  public Optional<SystemPackage> of(Set<String> paths) {
    for (String path : paths) {
      for (String one : List.of(path, path.replaceFirst("^/usr/", "/"), "/usr" + path)) {
        String owner = owners().get(one);
        if (owner != null && packages.containsKey(owner)) {
          return called(owner);
        }
      }
    }
    return Optional.empty();
  }

  /**
   * Whether a package brought a file or folder.
   *
   * @param path in the system
   * @return false also if nothing is known of packages
   */
  public boolean isOfPackage(String path) {
    return owners().containsKey(path) || owners().containsKey(path.replaceFirst("^/usr/", "/"));
  }

  /**
   * Where files of a name lie.
   *
   * @param fileName without folders; case does not count
   * @return paths of files that packages brought, sorted
   */
  public List<String> named(String fileName) {
    String end = "/" + fileName.toLowerCase(Locale.ROOT);
    return owners().keySet().stream()
        .filter(p -> p.length() > end.length() && p.toLowerCase(Locale.ROOT).endsWith(end))
        .sorted()
        .toList();
  }

  /**
   * The package of a name.
   *
   * @param name as its system calls it
   * @return empty if it is not installed
   */
  public Optional<SystemPackage> called(String name) {
    owners();
    return Optional.ofNullable(packages.get(name))
        .map(made -> taken.computeIfAbsent(name, n -> made.get()));
  }

  /**
   * What a package brought.
   *
   * @param name as its system calls it
   * @return paths of files, links and folders in the system; empty if it is not known
   */
  public List<String> files(String name) {
    owners();
    return List.copyOf(files.getOrDefault(name, List.of()));
  }

  /**
   * The installed packages that a package says it cannot do without.
   *
   * @param name as its system calls it
   * @return names; of alternatives the first that is installed
   */
  public List<String> needs(String name) {
    owners();
    return List.copyOf(needs.getOrDefault(name, List.of()));
  }

  /**
   * Whether every system of its kind has a package, for being set up ({@code Priority}, Debian
   * Policy, 2.5).
   *
   * @param name as its system calls it
   * @return false also if its system does not say
   */
  public boolean isOfEverySystem(String name) {
    owners();
    return ofEverySystem.contains(name);
  }

  /**
   * The installed packages that a package says it does more with ({@code Recommends} and {@code
   * Suggests}, Debian Policy, 7.2).
   *
   * @param name as its system calls it
   * @return names; of alternatives the first that is installed
   */
  public List<String> likes(String name) {
    owners();
    return List.copyOf(liked.getOrDefault(name, List.of()));
  }

  /**
   * The installed packages that say they cannot do without one.
   *
   * @param name as its system calls it
   * @return names, sorted
   */
  public List<String> madeFor(String name) {
    owners();
    return needs.entrySet().stream()
        .filter(e -> e.getValue().contains(name))
        .map(Map.Entry::getKey)
        .sorted()
        .toList();
  }

  /**
   * What a package was made of ({@code Source}, Debian Policy, 5.6.1; {@code o:} of apk).
   *
   * @param name as its system calls it
   * @return the name of its sources; its own if nothing is known
   */
  public String sourceOf(String name) {
    owners();
    return sources.getOrDefault(name, name);
  }

  /**
   * Whether a file of settings is not as its package delivered it: somebody changed it on this
   * machine.
   *
   * @param path in the system
   * @return false also for files that are no settings, and where packages tell nothing of them
   * @throws IOException if it cannot be read
   */
  public boolean isChanged(String path) throws IOException {
    owners();
    String sum = delivered.get(path);
    Optional<Path> file = sum == null ? Optional.empty() : root.file(path);
    return file.isPresent() && !sum.equals(md5(file.get()));
  }

  /** As dpkg writes it down (deb-conffiles(5)); nothing is trusted for it. */
  private static String md5(Path file) throws IOException {
    try {
      return HexFormat.of()
          .formatHex(MessageDigest.getInstance("MD5").digest(Files.readAllBytes(file)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every runtime has MD5", e);
    }
  }

  private void readDpkg() {
    Map<String, String> wishes = new HashMap<>();
    Map<String, String> likes = new HashMap<>();
    String status = root.text(DPKG + "status").orElse("");
    Matcher settings = SETTINGS.matcher(status);
    while (settings.find()) {
      delivered.put(settings.group(1), settings.group(2));
    }
    for (Map<String, String> one : paragraphs(status, "(?m)^([\\w-]+): (.*)$")) {
      String name = one.getOrDefault("Package", "");
      String release = one.getOrDefault("Version", "");
      if (one.getOrDefault("Status", " installed").endsWith(" installed")) {
        packages.computeIfAbsent(name, n -> () -> debian(n, release));
        sources.put(name, one.getOrDefault("Source", name).replaceFirst(" .*$", ""));
        if (EVERYWHERE.contains(one.getOrDefault("Priority", ""))) {
          ofEverySystem.add(name);
        }
        wishes.put(
            name, one.getOrDefault("Pre-Depends", "") + "," + one.getOrDefault("Depends", ""));
        likes.put(
            name, one.getOrDefault("Recommends", "") + "," + one.getOrDefault("Suggests", ""));
      }
    }
    wishes.forEach((name, wish) -> needs.put(name, installed(wish)));
    likes.forEach((name, wish) -> liked.put(name, installed(wish)));
    Optional<Path> lists = root.find(DPKG + "info");
    try (Stream<Path> all = lists.isEmpty() ? Stream.empty() : Files.list(lists.get())) {
      for (Path list : all.filter(f -> f.toString().endsWith(".list")).sorted().toList()) {
        String name =
            list.getFileName().toString().replaceFirst("\\.list$", "").replaceFirst(":.*$", "");
        files
            .computeIfAbsent(name, n -> new ArrayList<>())
            .addAll(RootFolder.read(list).orElse("").lines().toList());
      }
    } catch (IOException e) {
      files.clear(); // nobody knows whose the files are then
    }
  }

  /** Names in a list of wishes: {@code libc6 (>= 2.34), default-mta | mail-transport-agent}. */
  private List<String> installed(String wishes) {
    List<String> found = new ArrayList<>();
    for (String wish : wishes.split(",")) {
      for (String one : wish.split("\\|")) {
        String name = one.strip().replaceFirst("[ :(].*$", "");
        if (packages.containsKey(name)) {
          found.add(name);
          break;
        }
      }
    }
    return List.copyOf(found);
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
      String source = "";
      String folder = "";
      List<String> its = new ArrayList<>();
      for (String line : paragraph.split("\n")) {
        String value = line.length() > 2 ? line.substring(2) : "";
        switch (line.isEmpty() ? ' ' : line.charAt(0)) {
          case 'P' -> name = value;
          case 'V' -> release = value;
          case 'L' -> licence = value;
          case 'o' -> source = value;
          case 'F' -> folder = value;
          case 'R' -> its.add("/" + folder + "/" + value);
          default -> {}
        }
      }
      files.put(name, its);
      sources.put(name, source.isEmpty() ? name : source);
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
