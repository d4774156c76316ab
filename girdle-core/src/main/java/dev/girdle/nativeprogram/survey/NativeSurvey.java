package dev.girdle.nativeprogram.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Role;
import dev.girdle.app.SetAside;
import dev.girdle.app.Target;
import dev.girdle.binary.NativeCode;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.nativeprogram.linkage.ProgramLinkage;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.plan.Source;
import dev.girdle.system.SystemPackage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * Looks at a folder that a build or an engine's export made, at one program, or at one that is
 * installed: then all that its package brought is its own.
 */
public final class NativeSurvey {
  /** The id of the language, under which a plan's repositories name another root folder. */
  public static final String ID = "native";

  /** Parts that only those need who build or mend programs. */
  private static final Pattern FOR_BUILDERS =
      Pattern.compile(".*-(?:dev|dbg|dbgsym|doc|docs|examples|tests?)");

  private final Source source;
  private final Path app;
  private final List<String> notices = new ArrayList<>();
  private final List<Component> components = new ArrayList<>();
  private final List<SetAside> setAside = new ArrayList<>();
  private final Map<String, Programs> programs = new LinkedHashMap<>();
  private final List<String> ownLinks = new ArrayList<>();
  private final Set<String> ofPackages = new HashSet<>();
  private final Set<String> changed = new TreeSet<>();
  private Map<String, String> links = Map.of();

  private NativeSurvey(Source source) {
    this.source = source;
    this.app = source.app();
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
    progress.at("looking at files", 0, 0);
    return new NativeSurvey(source).surveyed(progress);
  }

  /**
   * The root folder of the system that libraries are taken from.
   *
   * @param source what to look at
   * @param language the id under which the user may name another
   * @return that of this machine, if the user names no other
   */
  static Path root(Source source, String language) {
    return source.declared().repositoriesOf(language).stream()
        .map(Path::of)
        .filter(Files::isDirectory)
        .findFirst()
        .orElse(Path.of("/"));
  }

  private Application surveyed(Progress progress) throws IOException {
    Path real = app.toRealPath();
    Optional<Path> folder = Files.isDirectory(app) ? Optional.of(real) : Optional.empty();
    Target guess = Target.ofThisMachine().orElse(new Target("linux", "x64"));
    Optional<SystemPackage> installed =
        folder.isPresent()
                || !Files.exists(Path.of("/var/lib/dpkg/status"))
                    && !Files.exists(Path.of("/lib/apk/db/installed"))
            ? Optional.empty()
            : installed(real, guess);
    Identity identity = identity(installed);
    Optional<String> only = Optional.empty();
    if (folder.isPresent()) {
      ofFolder(identity);
    } else if (installed.isPresent()) {
      only = Optional.of(asCalled(real));
    } else {
      only = Optional.of(app.getFileName().toString());
      own(identity, List.of(new TreeFile(only.get(), FolderTree.content(app))));
    }
    if (installed.isPresent()) {
      SystemRules rules = new SystemRules(Path.of("/"), guess, Optional.empty());
      ofPackages(Set.of(installed.get().name()), rules);
    }
    if (only.isPresent() && installed.isPresent()) {
      Programs started = programs.get(real.toString());
      if (started != null) {
        programs.put(only.get(), started);
      }
    }
    EntryChoice choice = new EntryChoice(programs, links, identity.name(), only, targetSystem());
    var starts = new Starts(source.entries(), identity, choice).all();
    Optional<NativeCode> code =
        starts.stream()
            .findFirst()
            .flatMap(s -> Optional.ofNullable(programs.get(s.entry().name())))
            .flatMap(Programs::code);
    Optional<Target> target =
        source
            .declared()
            .target()
            .or(() -> code.flatMap(ProgramLinkage::targetOf))
            .or(() -> Optional.of(guess));
    if (target.filter(t -> t.system().equals("linux")).isPresent()) {
      progress.at("looking for what it needs of the system", 0, 0);
      addSystem(target.get(), folder, starts);
    }
    return new Application(
        app.toString(),
        identity,
        components,
        starts,
        choice.all(),
        setAside,
        List.of(),
        true,
        notices,
        List.of(),
        links);
  }

  /** Some programs do what they are called by; so a link to one is kept. */
  private String asCalled(Path real) throws IOException {
    Path called = app.toAbsolutePath().getParent().toRealPath().resolve(app.getFileName());
    if (called.equals(real)) {
      return real.toString();
    }
    String target = called.getParent().relativize(real).toString();
    links = Map.of(called.toString(), target);
    return called.toString();
  }

  private Optional<String> targetSystem() {
    return source.declared().target().map(Target::text);
  }

  private Optional<SystemPackage> installed(Path real, Target guess) {
    return new SystemRules(Path.of("/"), guess, Optional.empty()).owner(real.toString());
  }

  private Identity identity(Optional<SystemPackage> installed) {
    String name =
        source
            .name()
            .orElseGet(
                () ->
                    app.toAbsolutePath()
                        .normalize()
                        .getFileName()
                        .toString()
                        .replaceFirst("(?i)\\.(?:exe|app|x86_64|sh)$", ""));
    return new Identity(
        Identity.fit(name),
        source
            .release()
            .or(() -> installed.map(p -> Identity.fit(p.release().replaceFirst("^\\d+:", "")))));
  }

  private void ofFolder(Identity identity) throws IOException {
    OwnFolder folder = OwnFolder.of(app);
    links = folder.links();
    notices.addAll(folder.notices());
    setAside.addAll(folder.setAside());
    own(identity, folder.files());
  }

  /** Libraries for Windows and macOS that the user names lie beside what is started. */
  private List<TreeFile> besideProgram(List<TreeFile> files) throws IOException {
    Set<String> paths = new HashSet<>();
    files.forEach(f -> paths.add(f.path()));
    String folder =
        programs.entrySet().stream()
            .filter(e -> e.getValue().code().filter(c -> !c.system().equals("linux")).isPresent())
            .map(e -> Paths.folder(e.getKey()))
            .findFirst()
            .orElse("");
    List<TreeFile> more = new ArrayList<>();
    for (Path one : source.with()) {
      String path = folder + one.getFileName();
      if (isForAnotherSystem(one) && paths.add(path)) {
        more.add(new TreeFile(path, FolderTree.content(one)));
      }
    }
    return more;
  }

  /**
   * A program that only starts an assembly with a runtime of the receiver's stands for that; so
   * does an assembly with settings that say it can be started.
   */
  private void assemblies(List<TreeFile> files) {
    Set<String> paths = new HashSet<>();
    files.forEach(f -> paths.add(f.path()));
    for (String path : paths) {
      String stem = path.replaceFirst("\\" + Runners.SETTINGS + "$", "");
      if (!stem.equals(path) && paths.contains(stem + ".dll")) {
        boolean bringsRuntime = paths.contains(Paths.folder(path) + "libhostfxr.so");
        Programs host = programs.get(stem);
        boolean isForLinux =
            host == null || host.code().filter(c -> c.system().equals("linux")).isPresent();
        if (bringsRuntime && host != null) {
          programs.remove(stem + ".dll"); // which the program of its name starts
        } else if (!bringsRuntime && isForLinux) {
          programs.remove(stem);
          programs.put(stem + ".dll", new Programs(Optional.empty(), Optional.of(".NET"), true));
        }
      }
    }
  }

  private void own(Identity identity, List<TreeFile> files) throws IOException {
    if (files.isEmpty()) {
      throw GirdleException.application(app + " holds no files");
    }
    for (TreeFile file : files) {
      boolean mayStart =
          NativeCode.mayBeCalled(Paths.fileName(file.path()))
              || FolderTree.fileOf(file.content()).filter(Files::isExecutable).isPresent();
      if (mayStart) {
        Programs.of(file.path(), file.content()).ifPresent(p -> programs.put(file.path(), p));
      }
    }
    assemblies(files);
    List<TreeFile> all = new ArrayList<>(files);
    all.addAll(besideProgram(files));
    components.add(
        new Component(
            identity.name(),
            identity.name(),
            Role.OWN,
            identity.release().orElse(null),
            null,
            "handed over",
            new SubTree(all, List.of()),
            path -> path));
  }

  /**
   * All that a package brought, but what tells people of it; its links to some files stay links.
   */
  private void ofPackage(SystemPackage one, SystemRules rules, Set<String> own) throws IOException {
    List<TreeFile> files = new ArrayList<>();
    Map<String, String> kept = new TreeMap<>(links);
    List<String> all = new ArrayList<>(rules.database().files(one.name()));
    all.addAll(rules.data().madeBeside(all));
    for (String path : all) {
      Optional<Path> file = rules.root().file(path);
      Optional<String> link = rules.linkWithin(path, own);
      if (file.isPresent() && link.isPresent()) {
        kept.putIfAbsent(rules.canonical(path).orElse(path), link.get());
        continue;
      }
      // systems that merged their folders have links for /bin and /lib, which no package means
      boolean isDeep = path.chars().filter(c -> c == '/').count() >= 3;
      if (isDeep && rules.canonical(path).flatMap(rules::folderBehind).isPresent()) {
        ownLinks.add(path);
      }
      if (file.isPresent()
          && !SystemRules.isForPeople(path)
          && SystemRules.isForEverybody(file.get())) {
        String at = rules.canonical(path).orElse(path);
        if (!ofPackages.add(at)) {
          continue; // made of several packages, in a folder that they share
        }
        if (rules.isChangedHere(at) && source.with().stream().noneMatch(w -> isSame(w, at))) {
          changed.add(at);
          continue;
        }
        files.add(new TreeFile(Spot.SYSTEM + at.substring(1), FolderTree.content(file.get())));
        if (Files.isExecutable(file.get())) {
          Programs.of(path, FolderTree.content(file.get())).ifPresent(p -> programs.put(at, p));
        }
      }
    }
    links = kept;
    components.add(
        new Component(
            one.label(),
            "package " + one.name(),
            Role.PROGRAM,
            one.release(),
            null,
            "installed on this machine",
            new SubTree(files, List.of()),
            path -> path.substring(Spot.SYSTEM.length() - 1)));
  }

  private static boolean isSame(Path file, String path) {
    try {
      return file.toRealPath().toString().equals(path);
    } catch (IOException e) {
      return false;
    }
  }

  private void addSystem(Target target, Optional<Path> folder, List<LaunchSpec> starts)
      throws IOException {
    SystemRules rules = new SystemRules(root(source, ID), target, folder);
    SystemParts parts = new SystemParts(rules);
    for (LaunchSpec start : starts) {
      addRunner(start, rules, parts);
    }
    Set<String> known = new HashSet<>();
    for (Component component : List.copyOf(components)) {
      known.add(component.name());
      for (Item item : component.items()) {
        if (Spot.of(item).isOfSystem()) {
          parts.askOwn(item.name());
        } else {
          parts.ask(item.path(), item.content());
        }
      }
    }
    for (Path more : source.with()) {
      if (DotNetHome.isOne(more) || isForAnotherSystem(more)) {
        continue; // only what is asked for of it; what lies beside the program
      } else if (Files.isDirectory(more)) {
        parts.takeFolder(more.toRealPath().toString());
      } else {
        parts.takeOwn(more.toRealPath().toString());
      }
    }
    ownLinks.forEach(parts::takeOwn);
    List<Component> all = parts.components();
    changed.addAll(parts.changed());
    for (String one : changed) {
      notices.add(
          one
              + " was changed on this machine, so it may hold what is nobody else's, and stays"
              + " behind; --with "
              + one
              + " takes it along");
    }
    Map<String, String> both = new TreeMap<>(links);
    both.putAll(parts.links());
    links = both;
    for (Component one : all) {
      if (!known.contains(one.name())) {
        components.add(one);
      }
    }
  }

  private static boolean isForAnotherSystem(Path file) throws IOException {
    return Files.isRegularFile(file)
        && NativeCode.of(FolderTree.content(file))
            .filter(c -> !c.system().equals("linux"))
            .isPresent();
  }

  /** What runs what is started, if that is no native program: all that its package brought. */
  private void addRunner(LaunchSpec start, SystemRules rules, SystemParts parts)
      throws IOException {
    Optional<Item> item = own(start.entry().name());
    if (item.isEmpty()) {
      return;
    }
    Optional<Item> settings = own(Runners.settingsOf(item.get().path()));
    Optional<Runner> runner = Runners.of(item.get().content(), settings.isPresent(), rules.root());
    if (runner.isEmpty() || runner.get().isReceivers()) {
      return;
    }
    String program = runner.get().program();
    if (program.equals(Runners.DOTNET_HOST)) {
      Optional<DotNetHome> home = DotNetHome.find(rules.root(), source.with());
      if (home.isPresent()) {
        home.get().parts(settings.get().content()).forEach(parts::takeAs);
      }
      return;
    }
    if (program.equals(Runners.MONO)) {
      parts.followAssemblies();
    }
    Set<String> packages = new LinkedHashSet<>();
    rules.owner(program).map(SystemPackage::name).ifPresent(packages::add);
    rules
        .root()
        .file(program)
        .map(rules.root()::pathOf)
        .flatMap(rules::owner)
        .map(SystemPackage::name)
        .ifPresent(packages::add);
    ofPackages(packages, rules);
  }

  /**
   * Packages, with those that they need, or that need them, and that were made of the same sources:
   * one program in several parts.
   */
  private void ofPackages(Set<String> packages, SystemRules rules) throws IOException {
    Set<String> all = new LinkedHashSet<>();
    Deque<String> open = new ArrayDeque<>(packages);
    while (!open.isEmpty()) {
      String one = open.pop();
      if (all.add(one)) {
        String source = rules.database().sourceOf(one);
        rules.database().needs(one).stream()
            .filter(o -> rules.database().sourceOf(o).equals(source))
            .forEach(open::add);
        rules.database().madeFor(one).stream()
            .filter(o -> rules.database().sourceOf(o).equals(source))
            .filter(o -> !FOR_BUILDERS.matcher(o).matches())
            .forEach(open::add);
      }
    }
    Set<String> files = files(all, rules);
    for (String one : all) {
      ofPackage(rules.database().called(one).orElseThrow(), rules, files);
    }
  }

  /** The files of packages, by folders that are no links. */
  private static Set<String> files(Set<String> packages, SystemRules rules) {
    Set<String> files = new HashSet<>();
    for (String one : packages) {
      rules.database().files(one).forEach(f -> rules.canonical(f).ifPresent(files::add));
    }
    return files;
  }

  private Optional<Item> own(String path) {
    return components.get(0).items().stream().filter(i -> i.name().equals(path)).findFirst();
  }

  /** What can be started, for plans and messages. */
  static EntryPoint entry(String path, Programs program, String component) {
    return new EntryPoint(path, component, program.text());
  }
}
