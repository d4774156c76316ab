package dev.girdle.node.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.LinkedFolder;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.node.pack.PackageJson;
import dev.girdle.node.tree.ModuleTree;
import dev.girdle.plan.Source;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Looks at what the user has built: a folder with a {@code package.json} and, in most cases, {@code
 * node_modules}, or a single script. Each package is a component, and so are packages of a
 * workspace, which are the user's own.
 */
public final class NodeSurvey {
  private static final int LARGEST_DESCRIPTION = 8 << 20;

  private final Source source;
  private final List<String> notices = new ArrayList<>();
  private final Map<String, SetAside> setAside = new LinkedHashMap<>();
  private final Map<String, List<TreeFile>> packages = new TreeMap<>();
  private final Map<String, String> links;
  private final Set<String> names = new HashSet<>();

  private NodeSurvey(Source source, Map<String, String> links) {
    this.source = source;
    this.links = links;
  }

  /**
   * Surveys.
   *
   * @param source what to look at
   * @param progress is told how the work gets on
   * @return the application
   * @throws IOException if something cannot be read
   * @throws GirdleException if it is no application
   */
  public static Application survey(Source source, Progress progress) throws IOException {
    Path app = source.app();
    if (!Files.exists(app)) {
      throw GirdleException.request("there is no " + app);
    }
    if (!source.with().isEmpty()) {
      throw GirdleException.request(
          "--with " + source.with().get(0) + ": what a Node.js program uses lies in node_modules",
          "  Install it there; or take files along with contents: files in a plan.");
    }
    progress.at("looking at files", 0, 0);
    if (!Files.isDirectory(app)) {
      NodeSurvey survey = new NodeSurvey(source, Map.of());
      String name = app.getFileName().toString();
      survey.packages.put("", List.of(new TreeFile(name, FolderTree.content(app))));
      return survey.surveyed(Optional.of(name));
    }
    LinkedFolder all = LinkedFolder.of(app);
    NodeSurvey survey = new NodeSurvey(source, new TreeMap<>(all.links()));
    all.wrong()
        .forEach(
            (link, why) -> {
              if (Places.takenFor(link).isEmpty()) {
                survey.notices.add("the link " + link + " " + why);
              }
            });
    survey.sort(all.files());
    return survey.surveyed(Optional.empty());
  }

  private void sort(List<TreeFile> files) {
    Set<String> workspaces = workspaces(files);
    Map<String, Long> aside = new TreeMap<>();
    Map<String, String> why = new TreeMap<>();
    List<String> made =
        files.stream()
            .map(TreeFile::path)
            .filter(p -> p.endsWith("/" + RecordFile.IN_FOLDER) && !p.contains("node_modules/"))
            .map(p -> p.substring(0, p.length() - RecordFile.IN_FOLDER.length()))
            .toList();
    for (TreeFile file : files) {
      Optional<String> sealed = made.stream().filter(file.path()::startsWith).findFirst();
      Optional<String> takenFor =
          sealed.map(f -> "what Girdle has made").or(() -> Places.takenFor(file.path()));
      if (takenFor.isPresent()) {
        String told = sealed.orElseGet(() -> Places.told(file.path()));
        aside.merge(told, file.content().size(), Long::sum);
        why.put(told, takenFor.get());
        continue;
      }
      String folder = Places.packageFolder(file.path());
      if (folder.isEmpty()) {
        folder = workspaces.stream().filter(file.path()::startsWith).findFirst().orElse("");
      }
      String inside = file.path().substring(folder.length());
      packages
          .computeIfAbsent(folder, f -> new ArrayList<>())
          .add(new TreeFile(inside, file.content()));
    }
    aside.forEach((path, bytes) -> setAside.put(path, new SetAside(path, why.get(path), bytes)));
    links.keySet().removeIf(l -> Places.takenFor(l).isPresent());
  }

  /** Folders with a description that a link in node_modules leads to. */
  private Set<String> workspaces(List<TreeFile> files) {
    Set<String> described = new HashSet<>();
    files.stream()
        .map(TreeFile::path)
        .filter(p -> p.endsWith("/" + PackageJson.NAME))
        .forEach(p -> described.add(ModuleTree.folder(p)));
    Set<String> found = new java.util.TreeSet<>(java.util.Comparator.reverseOrder());
    links.forEach(
        (path, target) -> {
          Optional<String> real = ModuleTree.join(ModuleTree.folder(path), target);
          real.filter(r -> described.contains(r) && Places.packageFolder(r + "/").isEmpty())
              .ifPresent(r -> found.add(r + "/"));
        });
    return found;
  }

  private Application surveyed(Optional<String> script) {
    List<Component> components = new ArrayList<>();
    Map<String, Optional<PackageJson>> descriptions = new LinkedHashMap<>();
    for (Map.Entry<String, List<TreeFile>> pack : packages.entrySet()) {
      Optional<PackageJson> description = description(pack.getKey(), pack.getValue());
      descriptions.put(pack.getKey(), description);
      components.add(component(pack.getKey(), pack.getValue(), description));
    }
    Optional<PackageJson> own = descriptions.getOrDefault("", Optional.empty());
    if (components.isEmpty()) {
      throw GirdleException.application(source.app() + " holds no files");
    }
    ModuleTree tree = new ModuleTree(components, links, Set.of());
    EntryFinder finder = new EntryFinder(tree, own, notices);
    Identity identity = identity(own, script);
    List<LaunchSpec> starts =
        script.isPresent() && source.entries().isEmpty()
            ? List.of(LaunchSpec.of(identity.name(), finder.named(script.get())))
            : new Starts(source.entries(), identity, finder).all();
    return new Application(
        source.app().toString(),
        identity,
        components,
        starts,
        finder.all(),
        List.copyOf(setAside.values()),
        List.of(),
        false,
        notices,
        List.of(),
        links);
  }

  private Optional<PackageJson> description(String folder, List<TreeFile> files) {
    for (TreeFile file : files) {
      if (file.path().equals(PackageJson.NAME)) {
        try {
          return Optional.of(PackageJson.of(file.content().bytes(LARGEST_DESCRIPTION)));
        } catch (IOException e) {
          String where = folder + PackageJson.NAME;
          if (folder.isEmpty()) {
            throw GirdleException.application(
                source.app().resolve(where) + " " + e.getMessage(), "  Mend it first.");
          }
          notices.add(where + " " + e.getMessage());
        }
      }
    }
    return Optional.empty();
  }

  private Component component(
      String folder, List<TreeFile> files, Optional<PackageJson> description) {
    boolean isUsers = Places.packageFolder(folder).isEmpty();
    String plain = description.flatMap(PackageJson::name).orElseGet(() -> nameOf(folder));
    String release = description.flatMap(PackageJson::version).orElse(null);
    String name = plain.replace('/', '+') + (isUsers || release == null ? "" : "@" + release);
    String unique = name;
    for (int i = 2; !names.add(unique); i++) {
      unique = name + "#" + i;
    }
    return new Component(
        unique,
        folder.isEmpty() ? ModuleTree.TOP : folder,
        isUsers ? Role.OWN : Role.LIBRARY,
        release,
        null,
        isUsers ? "lies in the application" : "lies in " + parent(folder),
        new SubTree(files, List.of()),
        path -> folder + path);
  }

  private static String parent(String folder) {
    return folder.substring(0, folder.lastIndexOf("node_modules/") + "node_modules".length());
  }

  private String nameOf(String folder) {
    if (folder.isEmpty()) {
      return Identity.fit(source.app().toAbsolutePath().normalize().getFileName().toString());
    }
    int at = folder.lastIndexOf("node_modules/");
    String name = at < 0 ? folder : folder.substring(at + "node_modules/".length());
    return name.substring(0, name.length() - 1);
  }

  private Identity identity(Optional<PackageJson> own, Optional<String> script) {
    String folder = source.app().toAbsolutePath().normalize().getFileName().toString();
    String name =
        source
            .name()
            .or(() -> own.flatMap(PackageJson::name).map(n -> n.replaceFirst("^@[^/]*/", "")))
            .or(() -> script.map(s -> s.replaceFirst("\\.[cm]?js$", "")))
            .orElse(folder);
    return new Identity(
        Identity.fit(name), source.release().or(() -> own.flatMap(PackageJson::version)));
  }
}
