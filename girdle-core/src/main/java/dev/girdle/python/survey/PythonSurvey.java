package dev.girdle.python.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FileTree;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.place.Variables;
import dev.girdle.plan.Source;
import dev.girdle.python.pack.ProjectFile;
import dev.girdle.python.survey.Distributions.Distribution;
import dev.girdle.python.tree.ModuleTree;
import dev.girdle.python.tree.RuntimeNames;
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
import java.util.stream.Collectors;

/**
 * Looks at what the user has built: a script, a project's folder, an environment, or a folder that
 * packages were installed into. Each distribution is a component; what is not installed is the
 * user's own.
 */
public final class PythonSurvey {
  private final Source source;
  private final Progress progress;
  private final List<String> notices = new ArrayList<>();
  private final Map<String, SetAside> setAside = new TreeMap<>();
  private final List<Component> components = new ArrayList<>();
  private final List<TreeFile> own = new ArrayList<>();
  private final Set<String> names = new HashSet<>();
  private final Path app;
  private boolean isScript;

  private PythonSurvey(Source source, Progress progress) {
    this.source = source;
    this.progress = progress;
    this.app = source.app().toAbsolutePath().normalize();
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
    if (!Files.exists(source.app())) {
      throw GirdleException.request("there is no " + source.app());
    }
    return new PythonSurvey(source, progress).survey();
  }

  private Application survey() throws IOException {
    progress.at("looking at files", 0, 0);
    isScript = !Files.isDirectory(app);
    boolean hasPackages = !isScript && folder();
    if (isScript) {
      ScriptFolder.Around around = ScriptFolder.around(app);
      own.addAll(around.files());
      notices.addAll(around.notices());
    }
    if (!hasPackages || !source.with().isEmpty()) {
      outside();
    }
    if (own.isEmpty() && components.isEmpty()) {
      throw GirdleException.application(source.app() + " holds no files");
    }
    if (!own.isEmpty()) {
      components.add(
          0,
          new Component(
              unique(Identity.fit(folderName())),
              ModuleTree.TOP,
              Role.OWN,
              null,
              null,
              "lies in the application",
              new SubTree(own, List.of()),
              path -> path));
    }
    return application();
  }

  private String folderName() {
    String name = app.getFileName() == null ? "application" : app.getFileName().toString();
    return isScript ? name.replaceFirst("\\.pyw?$", "") : name;
  }

  /** All of a folder; says whether packages are installed in it. */
  private boolean folder() throws IOException {
    FolderTree all = FolderTree.of(app, p -> Places.takenFor(p + "/").isEmpty());
    all.passedOver().forEach((link, where) -> notices.add("the link " + link + " leads " + where));
    all.folders().stream()
        .filter(f -> Places.takenFor(f).isPresent())
        .forEach(f -> aside(Places.told(f), Places.takenFor(f).get(), 0));
    List<TreeFile> files = withoutCopies(all.files());
    List<String> sealed =
        files.stream()
            .map(TreeFile::path)
            .filter(p -> p.endsWith("/" + RecordFile.IN_FOLDER))
            .map(p -> p.substring(0, p.length() - RecordFile.IN_FOLDER.length()))
            .toList();
    SiteFolders sites = SiteFolders.among(files);
    Map<String, List<TreeFile>> inSite = new LinkedHashMap<>();
    sites.all().forEach(s -> inSite.put(s, new ArrayList<>()));
    for (TreeFile file : files) {
      String path = file.path();
      Optional<String> made = sealed.stream().filter(path::startsWith).findFirst();
      Optional<String> why = made.map(m -> "what Girdle has made").or(() -> Places.takenFor(path));
      String site = sites.of(path);
      String environment = sites.environmentOf(path);
      if (why.isPresent()) {
        aside(made.orElseGet(() -> Places.told(path)), why.get(), file.content().size());
      } else if (site != null) {
        inSite.get(site).add(new TreeFile(path.substring(site.length()), file.content()));
      } else if (environment != null) {
        aside(
            environment.isEmpty() ? path.replaceFirst("/.*", "/") : environment,
            "what an environment has besides packages",
            file.content().size());
      } else {
        own.add(file);
      }
    }
    for (String environment : sites.environments()) {
      Outside.of(app.resolve(environment)).problem().ifPresent(notices::add);
    }
    boolean isTopSite = sites.all().contains("");
    for (Map.Entry<String, List<TreeFile>> one : inSite.entrySet()) {
      String site = one.getKey();
      String origin = site.isEmpty() ? "site" : site.substring(0, site.length() - 1);
      distributions(new Site(origin, app.resolve(site)), one.getValue(), false);
    }
    return isTopSite || !inSite.isEmpty();
  }

  /** In environments, one folder is often a link to another, so that all is there twice. */
  private List<TreeFile> withoutCopies(List<TreeFile> files) {
    Set<String> links = new HashSet<>();
    for (TreeFile file : files) {
      int at = file.path().indexOf("lib64/");
      if (at == 0 || at > 0 && file.path().charAt(at - 1) == '/') {
        String folder = file.path().substring(0, at + 5);
        if (!links.contains(folder) && Files.isSymbolicLink(app.resolve(folder))) {
          links.add(folder);
        }
      }
    }
    return links.isEmpty()
        ? files
        : files.stream()
            .filter(f -> links.stream().noneMatch(l -> f.path().startsWith(l + "/")))
            .toList();
  }

  private void aside(String path, String why, long bytes) {
    setAside.merge(
        path,
        new SetAside(path, why, bytes),
        (a, b) -> new SetAside(path, why, a.bytes() + b.bytes()));
  }

  /** Environments that lie elsewhere: those that the user names, or the one that is active. */
  private void outside() throws IOException {
    if (!source.with().isEmpty()) {
      for (Path with : source.with()) {
        if (!Files.isDirectory(with)) {
          throw GirdleException.request(
              "--with " + with + " is no folder",
              "  Name an environment, or a folder that packages were installed into.");
        }
        Outside outside = Outside.of(with.toAbsolutePath().normalize());
        outside.problem().ifPresent(notices::add);
        take(outside, false);
      }
      return;
    }
    Optional<Outside> around = isScript ? Outside.around(app) : Optional.empty();
    // asks the Python on the path, so only if there is no other
    Outside outside = around.isPresent() ? around.get() : Outside.active(Variables.here());
    outside.problem().ifPresent(notices::add);
    int before = components.size();
    take(outside, true);
    if (components.size() > before) {
      notices.add(
          "packages are taken from "
              + outside.how()
              + ", since none are installed in the application; --with FOLDER takes them from"
              + " another environment");
    }
  }

  private void take(Outside outside, boolean isForOthers) throws IOException {
    for (Site site : outside.sites()) {
      FolderTree all = FolderTree.of(site.folder(), p -> Places.takenFor(p + "/").isEmpty());
      List<TreeFile> files =
          all.files().stream().filter(f -> Places.takenFor(f.path()).isEmpty()).toList();
      distributions(site, files, isForOthers);
    }
  }

  private void distributions(Site site, List<TreeFile> all, boolean isForOthers)
      throws IOException {
    Eggs eggs = new Eggs(all);
    notices.addAll(eggs.notices());
    List<TreeFile> files = eggs.files();
    Distributions.Split split = Distributions.of(site, files);
    notices.addAll(split.notices());
    Set<Distribution> wanted =
        isForOthers ? Relevant.of(own, split.all()) : new HashSet<>(split.all());
    Editables editables = new Editables(site, files, app);
    for (Distribution one : split.all()) {
      if (!wanted.contains(one) && !editables.isOf(one)) {
        continue;
      }
      List<TreeFile> kept =
          one.files().stream().filter(f -> !editables.isOfThisMachine(f.path())).toList();
      if (editables.isOf(one)) {
        editables.components(one).forEach((origin, its) -> editable(one, origin, its));
      }
      if (!kept.isEmpty()) {
        library(site, one, eggs.tree(kept));
      }
    }
    eggs.close();
    if (!isForOthers) {
      notices.addAll(editables.notices());
    }
  }

  private void library(Site site, Distribution one, FileTree files) {
    String plain = Identity.fit(one.name());
    components.add(
        new Component(
            unique(one.release().map(r -> plain + "@" + r).orElse(plain)),
            ModuleTree.origin(site.label(), plain),
            Role.LIBRARY,
            one.release().orElse(null),
            null,
            "lies in " + site.origin(),
            files,
            path -> path));
  }

  private void editable(Distribution one, String origin, List<TreeFile> files) {
    components.add(
        new Component(
            unique(Identity.fit(one.name())),
            origin,
            Role.OWN,
            one.release().orElse(null),
            null,
            "installed to be edited",
            new SubTree(files, List.of()),
            path -> path));
  }

  private String unique(String name) {
    String unique = name;
    for (int i = 2; !names.add(unique); i++) {
      unique = name + "#" + i;
    }
    return unique;
  }

  private Application application() throws IOException {
    ProjectFile project = project();
    List<String> wanted = source.entries().stream().map(e -> e.start()).toList();
    Set<String> paths = own.stream().map(TreeFile::path).collect(Collectors.toSet());
    ModuleTree tree =
        new ModuleTree(components, OwnFiles.folders(paths, wanted), Set.of(), RuntimeNames::has);
    EntryFinder finder = new EntryFinder(tree, components, project, folderName());
    Identity identity =
        new Identity(
            Identity.fit(source.name().or(project::name).orElse(folderName())),
            source.release().or(project::release));
    List<LaunchSpec> starts =
        isScript && source.entries().isEmpty()
            ? List.of(finder.start(identity.name(), finder.script(app.getFileName().toString())))
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
        List.of());
  }

  private ProjectFile project() throws IOException {
    if (isScript) {
      return ProjectFile.NONE;
    }
    ProjectFile project = ProjectFile.NONE;
    Optional<String> toml = text("pyproject.toml");
    if (toml.isPresent()) {
      try {
        project = ProjectFile.ofToml(toml.get());
      } catch (IOException e) {
        notices.add(
            "pyproject.toml cannot be read: "
                + Paths.printable(String.valueOf(e.getMessage()).lines().findFirst().orElse("")));
      }
    }
    return project
        .or(text("setup.cfg").map(ProjectFile::ofSettings).orElse(ProjectFile.NONE))
        .or(text("setup.py").map(ProjectFile::ofSetup).orElse(ProjectFile.NONE));
  }

  private Optional<String> text(String path) {
    return own.stream()
        .filter(f -> f.path().equals(path))
        .findFirst()
        .flatMap(f -> Distributions.text(f.content()));
  }
}
