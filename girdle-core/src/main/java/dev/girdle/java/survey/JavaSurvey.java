package dev.girdle.java.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.Role;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import dev.girdle.plan.Entry;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Looks at what the user has built. */
public final class JavaSurvey {
  private final Source source;
  private final Progress progress;
  private final Scan scan;
  private final String folderName;

  private JavaSurvey(Source source, Progress progress, Scan scan) {
    this.source = source;
    this.progress = progress;
    this.scan = scan;
    Path file = source.app().toAbsolutePath().normalize().getFileName();
    this.folderName = file == null ? "application" : file.toString();
  }

  /**
   * Looks at what the user has built, and tells everything that is wrong at once.
   *
   * @param source what the user has built
   * @param progress is told how it gets on
   * @return the application; the caller closes it
   * @throws IOException if something cannot be read
   */
  public static Application survey(Source source, Progress progress) throws IOException {
    Scan scan = new Scan();
    try {
      return new JavaSurvey(source, progress, scan).survey();
    } catch (IOException | RuntimeException e) {
      scan.close();
      throw e;
    }
  }

  private Application survey() throws IOException {
    requireThere(source.app());
    source.with().forEach(JavaSurvey::requireThere);
    List<RawComponent> own = new ArrayList<>();
    if (Files.isDirectory(source.app())) {
      scan.folder(source.app(), "");
      new Overlaps(scan).resolve();
      own.addAll(ownOfFolder());
    } else {
      scan.applicationJar(source.app(), folderName);
      own.addAll(ownOfJar());
    }
    int found = scan.components.size();
    scan.from("named by --with");
    for (Path with : source.with()) {
      further(with);
    }
    scan.followClassPaths();
    DeclaredLibraries declared = new DeclaredLibraries(source, scan, progress);
    declared.take();
    scan.throwProblems();
    requireClasses(found);
    return assemble(own, declared);
  }

  private static void requireThere(Path path) {
    if (!Files.exists(path)) {
      throw GirdleException.request("no such file or folder: " + path);
    }
    if (!Files.isReadable(path)) {
      throw GirdleException.machine("cannot read " + path + ": permission denied");
    }
  }

  private void further(Path with) throws IOException {
    String name = with.toAbsolutePath().normalize().getFileName().toString();
    if (Files.isDirectory(with)) {
      scan.classPathFolder(with, name + "/");
    } else {
      Optional<RawComponent> taken = scan.jar(with, name, true);
      if (taken.isEmpty()) {
        scan.setAside.stream()
            .filter(s -> s.path().equals(name))
            .findFirst()
            .ifPresent(s -> scan.notices.add("--with " + with + " is not taken: " + s.takenFor()));
      }
    }
  }

  private void requireClasses(int found) {
    boolean any = scan.components.stream().anyMatch(c -> !c.classPaths().isEmpty());
    if (any) {
      return;
    }
    List<String> lines = new ArrayList<>();
    boolean empty = found == 0 && scan.setAside.isEmpty();
    lines.add(
        source.app() + (empty ? " is empty" : " holds no class files and no jar with class files"));
    scan.setAside.stream()
        .limit(5)
        .forEach(s -> lines.add("  " + s.path() + "  (" + s.takenFor() + ")"));
    lines.add("  Build the application first, or name the folder or jar that the build made.");
    throw new GirdleException(dev.girdle.fault.Fault.APPLICATION, lines);
  }

  /** In a folder, the user's own code is what lies highest: classes first, then jars. */
  private List<RawComponent> ownOfFolder() {
    List<RawComponent> folders = scan.components.stream().filter(c -> !c.isJar()).toList();
    if (!folders.isEmpty()) {
      return folders;
    }
    int highest = scan.components.stream().mapToInt(RawComponent::depth).min().orElse(0);
    return scan.components.stream().filter(c -> c.depth() == highest).toList();
  }

  private List<RawComponent> ownOfJar() {
    return scan.components.stream()
        .filter(c -> !c.origin().endsWith(".jar") || isOuter(c))
        .toList();
  }

  private static boolean isOuter(RawComponent component) {
    return !component.origin().contains("!/");
  }

  private Application assemble(List<RawComponent> own, DeclaredLibraries declared) {
    // a first index only to find the entry point, which decides about roles and order
    Surveyed first = new Surveyed(folderName);
    for (RawComponent raw : inOrder(own, List.of())) {
      first.add(raw, own.contains(raw) ? Role.OWN : Role.LIBRARY);
    }
    // a flat folder of jars is one program and its libraries, which only the entry point tells
    boolean flat =
        !own.isEmpty()
            && Files.isDirectory(source.app())
            && own.stream().allMatch(RawComponent::isJar)
            && own.size() == scan.components.size();
    EntryChoice choice = new EntryChoice(first, scan.notices, folderName, flat && own.size() > 1);
    choose(choice);
    Optional<RawComponent> main = choice.chosen().flatMap(e -> rawNamed(first, e.component()));
    RawComponent identified =
        main.or(() -> likeliest(first, choice)).orElse(scan.components.get(0));
    List<RawComponent> reallyOwn = flat ? List.of(identified) : own;

    Surveyed surveyed = new Surveyed(folderName);
    for (RawComponent raw : inOrder(reallyOwn, startedFirst(choice.chosen(), main))) {
      boolean isOwn = reallyOwn.contains(raw) || main.filter(raw::equals).isPresent();
      // of a flat folder, nothing tells whether what is started is the user's or somebody's tool
      boolean isGuessed = flat || !own.contains(raw);
      surveyed.add(raw, isOwn ? (isGuessed ? Role.PROGRAM : Role.OWN) : Role.LIBRARY);
    }
    boolean isUsers = main.isEmpty() || choice.isEvident() && reallyOwn.contains(main.get());
    Identity identity = identity(isUsers ? Optional.of(identified) : onlyOf(own));
    return new Application(
        source.app().toString(),
        identity,
        surveyed.components(),
        new Starts(source.entries(), identity, choice)
            .all().stream()
                .map(s -> s.with(renamed(s.entry(), first, surveyed)))
                .map(s -> s.withOptions(OptionWords.joined(s.options())))
                .toList(),
        choice.candidates().stream().map(e -> renamed(e, first, surveyed)).toList(),
        scan.setAside,
        declared.absent(),
        declared.isUsed(),
        scan.notices,
        scan.archives);
  }

  private void choose(EntryChoice choice) {
    placed(wanted(), () -> choice.choose(wanted().map(Entry::start)));
    source.entries().stream()
        .filter(entry -> !entry.start().isEmpty())
        .forEach(entry -> placed(Optional.of(entry), () -> choice.named(entry.start())));
  }

  /**
   * What is wrong with the start of an entry that stands in a plan is told with its place there.
   */
  private static void placed(Optional<Entry> entry, Runnable work) {
    try {
      work.run();
    } catch (GirdleException e) {
      if (entry.filter(named -> !named.place().isEmpty()).isEmpty()) {
        throw e;
      }
      List<String> lines = new ArrayList<>(e.lines());
      String where = entry.get().place() + ": entries." + entry.get().label() + ".start: ";
      lines.set(0, where + lines.get(0));
      throw new GirdleException(e.fault(), lines);
    }
  }

  /** The entry whose main class is named first, unless one of the entries leaves it to be found. */
  private Optional<Entry> wanted() {
    boolean isLeftOpen = source.entries().stream().anyMatch(entry -> entry.start().isEmpty());
    return isLeftOpen ? Optional.empty() : source.entries().stream().findFirst();
  }

  private static Optional<RawComponent> likeliest(Surveyed surveyed, EntryChoice choice) {
    return choice.candidates().stream().findFirst().flatMap(e -> rawNamed(surveyed, e.component()));
  }

  private static Optional<RawComponent> rawNamed(Surveyed surveyed, String name) {
    return surveyed.components().stream()
        .filter(c -> c.name().equals(name))
        .findFirst()
        .map(surveyed::raw);
  }

  /** Names depend on the order, so an entry point's component may have got another one. */
  private static EntryPoint renamed(EntryPoint entry, Surveyed from, Surveyed to) {
    RawComponent raw = rawNamed(from, entry.component()).orElseThrow();
    Component now =
        to.components().stream().filter(c -> to.raw(c) == raw).findFirst().orElseThrow();
    return new EntryPoint(entry.name(), entry.module(), now.name(), entry.foundBy());
  }

  /** The user's own code, if it is in one place; what is started of a library names nothing. */
  private static Optional<RawComponent> onlyOf(List<RawComponent> own) {
    return own.size() == 1 ? Optional.of(own.get(0)) : Optional.empty();
  }

  private Identity identity(Optional<RawComponent> main) {
    Identity found =
        main.map(m -> Naming.identity(m, Paths.fileName(folderName)))
            .orElseGet(() -> Naming.ofFolder(source.app()));
    if (main.isEmpty() && source.name().isEmpty()) {
      scan.notices.add(
          "what is started is in a library, so the name "
              + found.name()
              + " comes from the folder; --name gives another");
    }
    source.name().ifPresent(n -> requireFit("--name", n));
    source.release().ifPresent(r -> requireFit("--release", r));
    return new Identity(
        source.name().orElse(found.name()),
        source.release().isPresent() ? source.release() : found.release());
  }

  private static void requireFit(String option, String value) {
    if (!value.equals(Identity.fit(value))) {
      throw GirdleException.request(
          option
              + " "
              + value
              + ": only letters, digits, dot, underscore and hyphen fit in file names",
          "  for example: " + option + " " + Identity.fit(value));
    }
  }

  /**
   * What is searched first: the jar that somebody would start, since its manifest names the main
   * class, and the component that holds that class, which may be another.
   */
  private List<RawComponent> startedFirst(Optional<EntryPoint> entry, Optional<RawComponent> main) {
    Optional<RawComponent> started =
        Stream.concat(
                main.stream(),
                scan.components.stream().sorted(Comparator.comparing(RawComponent::origin)))
            .filter(c -> c.isJar() && c.mainClass().isPresent())
            .filter(c -> c.mainClass().equals(entry.map(EntryPoint::name)))
            .findFirst();
    return Stream.concat(started.stream(), main.stream()).distinct().toList();
  }

  /**
   * Class-path order: what is searched first and what the manifests of that name, the rest of the
   * user's own code, what was given with {@code --with} in that order, then the libraries by their
   * paths.
   */
  private List<RawComponent> inOrder(List<RawComponent> own, List<RawComponent> first) {
    Set<RawComponent> ordered = new LinkedHashSet<>();
    for (RawComponent one : first) {
      ordered.add(one);
      ordered.addAll(named(one));
    }
    own.stream().filter(c -> !ordered.contains(c)).forEach(ordered::add);
    scan.components.stream()
        .filter(c -> !ordered.contains(c))
        .sorted(Comparator.comparing(RawComponent::origin))
        .forEach(ordered::add);
    return keepGivenOrder(List.copyOf(ordered));
  }

  /** What followed the application in the scan keeps the order it was found in. */
  private List<RawComponent> keepGivenOrder(List<RawComponent> ordered) {
    if (source.with().isEmpty()) {
      return ordered;
    }
    List<RawComponent> given =
        scan.components.stream().filter(c -> isGiven(c) && ordered.contains(c)).toList();
    List<RawComponent> rest = new ArrayList<>(ordered);
    rest.removeAll(given);
    rest.addAll(given);
    return rest;
  }

  private boolean isGiven(RawComponent component) {
    return component.location() != null
        && source.with().stream()
            .anyMatch(w -> component.location().toAbsolutePath().startsWith(w.toAbsolutePath()));
  }

  private List<RawComponent> named(RawComponent main) {
    List<RawComponent> named = new ArrayList<>();
    if (main.location() == null) {
      return named;
    }
    for (String address : main.manifest().classPath()) {
      String fileName = Paths.fileName(address.replaceFirst("/$", ""));
      scan.components.stream()
          .filter(c -> !c.equals(main) && c.location() != null && !named.contains(c))
          .filter(c -> c.location().endsWith(fileName))
          .findFirst()
          .ifPresent(named::add);
    }
    return named;
  }
}
