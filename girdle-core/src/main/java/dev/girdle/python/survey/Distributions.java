package dev.girdle.python.survey;

import dev.girdle.binary.NativeCode;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.TreeFile;
import dev.girdle.python.pack.DataScheme;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.pack.ProjectName;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which files of a folder that packages were installed into belong to which distribution (PyPA
 * specifications, "Recording installed projects"): by their lists, else by the names of what they
 * install.
 */
final class Distributions {
  private static final Pattern INFO =
      Pattern.compile("([^/]+?)(?:-([^/-]+))?(?:-py[\\d.]+)?\\.(dist-info|egg-info)");
  private static final Pattern BELOW =
      Pattern.compile("(?:\\.\\./){2,4}((?:bin|Scripts|share|etc)/.*)");
  private static final int LARGEST = 16 << 20;

  private final Map<String, TreeFile> files = new TreeMap<>();
  private final Map<String, List<TreeFile>> byInfo = new TreeMap<>();
  private final Map<String, String> owners = new HashMap<>();
  private final List<String> notices = new ArrayList<>();
  private final Map<String, Set<String>> shared = new TreeMap<>();
  private final Site site;

  /**
   * A distribution, or what belongs to none.
   *
   * @param name as its makers spell it, or of the module
   * @param release empty if not known
   * @param files all of it
   * @param isEditable whether its code lies elsewhere
   */
  record Distribution(
      String name, Optional<String> release, List<TreeFile> files, boolean isEditable) {}

  private Distributions(Site site) {
    this.site = site;
  }

  /** All of a folder, and what is wrong with them. */
  record Split(List<Distribution> all, List<String> notices) {}

  /**
   * Splits a folder.
   *
   * @param site the folder
   * @param files its files, without those that were set aside
   */
  static Split of(Site site, List<TreeFile> files) {
    Distributions distributions = new Distributions(site);
    files.forEach(f -> distributions.files.put(f.path(), f));
    return distributions.split();
  }

  private Split split() {
    Set<String> infos = new java.util.TreeSet<>();
    for (String path : files.keySet()) {
      String top = top(path);
      if (INFO.matcher(top).matches()) {
        infos.add(top);
      }
    }
    infos.forEach(i -> byInfo.put(i, new ArrayList<>()));
    infos.forEach(this::listed);
    infos.forEach(this::named);
    Map<String, List<TreeFile>> others = new TreeMap<>();
    for (Map.Entry<String, TreeFile> file : files.entrySet()) {
      String owner = owners.get(file.getKey());
      if (owner == null && byInfo.containsKey(top(file.getKey()))) {
        owner = top(file.getKey());
      }
      if (owner != null) {
        byInfo.get(owner).add(file.getValue());
      } else {
        String stem =
            ModuleFile.of(top(file.getKey())).map(ModuleFile::stem).orElse(top(file.getKey()));
        others.computeIfAbsent(stem, s -> new ArrayList<>()).add(file.getValue());
      }
    }
    List<Distribution> all = new ArrayList<>();
    byInfo.forEach((info, itsFiles) -> all.add(distribution(info, itsFiles)));
    others.forEach(
        (name, itsFiles) -> all.add(new Distribution(name, Optional.empty(), itsFiles, false)));
    shared.forEach(
        (pair, paths) ->
            notices.add(
                pair
                    + " in "
                    + site.origin()
                    + " both list "
                    + paths.iterator().next()
                    + (paths.size() > 1 ? " and " + (paths.size() - 1) + " more" : "")));
    return new Split(all, notices);
  }

  private static String top(String path) {
    int slash = path.indexOf('/');
    return slash < 0 ? path : path.substring(0, slash);
  }

  private Distribution distribution(String info, List<TreeFile> itsFiles) {
    Matcher matcher = INFO.matcher(info);
    matcher.matches();
    Optional<Metadata> said =
        text(info + "/METADATA")
            .or(() -> text(info + "/PKG-INFO"))
            .or(() -> text(info))
            .map(Metadata::of);
    String name = said.flatMap(Metadata::name).orElse(matcher.group(1));
    Optional<String> release =
        said.flatMap(Metadata::version).or(() -> Optional.ofNullable(matcher.group(2)));
    boolean isEditable =
        text(info + "/direct_url.json")
            .filter(t -> t.replace(" ", "").contains("\"editable\":true"))
            .isPresent();
    return new Distribution(name, release, itsFiles, isEditable);
  }

  private Optional<String> text(String path) {
    TreeFile file = files.get(path);
    return file == null ? Optional.empty() : text(file.content());
  }

  static Optional<String> text(Content content) {
    try {
      return content.size() > LARGEST
          ? Optional.empty()
          : Optional.of(new String(content.bytes(LARGEST), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return Optional.empty(); // it says nothing; whoever lays it out tells why
    }
  }

  private void own(String path, String info) {
    if (!files.containsKey(path)) {
      return;
    }
    String before = owners.putIfAbsent(path, info);
    if (before != null && !before.equals(info)) {
      String pair =
          before.replaceFirst("\\.[a-z-]+$", "") + " and " + info.replaceFirst("\\.[a-z-]+$", "");
      shared.computeIfAbsent(pair, p -> new java.util.TreeSet<>()).add(path);
    }
  }

  /** By {@code RECORD}, or by the list of an older form, whose paths start from its own folder. */
  private void listed(String info) {
    Optional<String> record = text(info + "/RECORD");
    int out = 0;
    String first = "";
    for (String line : record.orElse("").split("\r?\n")) {
      String path = line.startsWith("\"") ? quoted(line) : line.split(",", 2)[0];
      if (path.isEmpty()) {
        continue;
      }
      String plain = path.replace('\\', '/');
      if (Paths.leadsOut(plain) == null) {
        own(plain, info);
      } else if (outside(plain, info)) {
        continue;
      } else if (leadsFar(plain)) {
        out++;
        first = first.isEmpty() ? Paths.printable(plain) : first;
      }
    }
    if (out > 0) {
      notices.add(
          "the list of "
              + info
              + " names "
              + (out == 1 ? "a file" : out + " files")
              + " outside of its environment, which is not taken: "
              + first);
    }
    if (record.isEmpty()) {
      for (String line : text(info + "/installed-files.txt").orElse("").split("\r?\n")) {
        if (line.startsWith("../")) {
          own(line.substring(3), info);
        }
      }
    }
  }

  /**
   * What is installed below the environment itself. Commands there that start Python name the
   * Python of this machine, and stay behind; programs in native code go along.
   */
  private boolean outside(String path, String info) {
    Matcher below = BELOW.matcher(path);
    if (!below.matches() || Paths.leadsOut(below.group(1)) != null) {
      return false;
    }
    Path environment = site.folder().resolve(path.substring(0, below.start(1))).normalize();
    try {
      Path file = environment.resolve(below.group(1));
      boolean isThere =
          Files.isRegularFile(file) && file.toRealPath().startsWith(environment.toRealPath());
      if (!isThere) {
        return false;
      }
      Content content = FolderTree.content(file);
      boolean isCommand = below.group(1).matches("(?:bin|Scripts)/.*");
      if (!isCommand || NativeCode.of(content).isPresent()) {
        byInfo.get(info).add(new TreeFile(DataScheme.path(info, below.group(1)), content));
      }
      return true;
    } catch (IOException e) {
      return false; // as if it were not there
    }
  }

  /** Commands and manuals lie two or three folders up, in the environment; all else is odd. */
  private static boolean leadsFar(String path) {
    return !path.matches("(\\.\\./){2,4}(bin|Scripts|share|etc|include|lib|lib64|man)/.*")
        || path.replaceFirst("^(\\.\\./)+", "").contains("../");
  }

  private static String quoted(String line) {
    StringBuilder path = new StringBuilder();
    for (int i = 1; i < line.length(); i++) {
      if (line.charAt(i) == '"') {
        if (i + 1 < line.length() && line.charAt(i + 1) == '"') {
          i++;
        } else {
          break;
        }
      }
      path.append(line.charAt(i));
    }
    return path.toString();
  }

  /** Without a list: by the names of what it installs at the top, else by its own name. */
  private void named(String info) {
    if (owners.containsValue(info)) {
      return;
    }
    Matcher matcher = INFO.matcher(info);
    matcher.matches();
    Set<String> tops = new HashSet<>();
    for (String line : text(info + "/top_level.txt").orElse("").split("\r?\n")) {
      if (!line.isBlank()) {
        tops.add(line.strip());
      }
    }
    String own = ProjectName.normal(matcher.group(1));
    Map<String, List<String>> byTop = new LinkedHashMap<>();
    for (String path : files.keySet()) {
      byTop.computeIfAbsent(top(path), t -> new ArrayList<>()).add(path);
    }
    byTop.forEach(
        (top, paths) -> {
          String stem = ModuleFile.of(top).map(ModuleFile::stem).orElse(top);
          boolean isIts =
              tops.isEmpty() ? ProjectName.normal(stem).equals(own) : tops.contains(stem);
          if (isIts) {
            paths.stream().filter(p -> !owners.containsKey(p)).forEach(p -> own(p, info));
          }
        });
  }
}
