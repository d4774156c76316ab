package dev.girdle.nativeprogram.survey;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.Role;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Starts;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Few;
import dev.girdle.io.FolderTree;
import dev.girdle.io.Paths;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.nativeprogram.linkage.Command;
import dev.girdle.nativeprogram.linkage.Runner;
import dev.girdle.nativeprogram.linkage.Runners;
import dev.girdle.nativeprogram.linkage.SystemRules;
import dev.girdle.plan.Source;
import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Looks at a folder whose program something else runs, in a language that nobody here reads: its
 * files, the commands that start it, and what its runs were seen to use, if it was run.
 */
public final class RunSurvey {
  /** The id of the language, under which a plan's repositories name another root folder. */
  public static final String ID = "interpreted";

  private static final int MOST_TOLD = 8;

  private final Source source;
  private final RootFolder root;
  private final List<String> notices = new ArrayList<>();

  private RunSurvey(Source source) {
    this.source = source;
    this.root = new RootFolder(NativeSurvey.root(source, ID));
  }

  /**
   * Surveys.
   *
   * @param source what to look at, and what its runs showed
   * @param progress is told how the work gets on
   * @return the application; only its own files if it was not run yet
   * @throws IOException if something cannot be read
   * @throws GirdleException if it is no application
   */
  public static Application survey(Source source, Progress progress) throws IOException {
    if (!Files.isDirectory(source.app())) {
      throw GirdleException.request(
          source.app() + " is no folder",
          "  A program that is known by its runs is a folder, with what it brings along.");
    }
    Optional<Target> here = Target.ofThisMachine();
    Optional<Target> wanted = source.declared().target();
    if (wanted.isPresent() && !wanted.equals(here)) {
      throw GirdleException.request(
          "what a run opens on this machine runs on "
              + here.map(Target::text).orElse("no target")
              + ", and not on "
              + wanted.get().text(),
          "  Seal it on a machine of that kind.");
    }
    progress.at("looking at files", 0, 0);
    return new RunSurvey(source).surveyed(progress);
  }

  private Application surveyed(Progress progress) throws IOException {
    OwnFolder folder = OwnFolder.of(source.app());
    if (folder.files().isEmpty()) {
      throw GirdleException.application(source.app() + " holds no files");
    }
    notices.addAll(folder.notices());
    Identity identity = identity();
    Map<String, TreeFile> own = new LinkedHashMap<>();
    folder.files().forEach(f -> own.put(f.path(), f));
    Choice choice = new Choice(own, identity.name());
    var starts = new Starts(source.entries(), identity, choice).all();
    List<Component> components = new ArrayList<>();
    components.add(
        new Component(
            identity.name(),
            identity.name(),
            Role.OWN,
            identity.release().orElse(null),
            null,
            "handed over",
            new SubTree(folder.files(), List.of()),
            path -> path));
    Map<String, String> links = new TreeMap<>(folder.links());
    if (!source.seen().seen().isEmpty()) {
      progress.at("looking for what its runs opened", 0, 0);
      Target target = Target.ofThisMachine().orElse(new Target("linux", "x64"));
      SeenParts parts =
          new SeenParts(new SystemRules(root.folder(), target, Optional.of(source.app())));
      components.addAll(parts.components(source.seen().seen(), with()));
      links.putAll(parts.links());
      tell(parts);
    }
    return new Application(
        source.app().toString(),
        identity,
        components,
        starts,
        choice.all(),
        List.copyOf(folder.setAside()),
        List.of(),
        true,
        notices,
        List.of(),
        links,
        source.seen());
  }

  private List<Path> with() throws IOException {
    List<Path> all = new ArrayList<>();
    for (Path one : source.with()) {
      all.add(one.toRealPath());
    }
    return all;
  }

  private Identity identity() {
    String name =
        source
            .name()
            .orElseGet(() -> source.app().toAbsolutePath().normalize().getFileName().toString());
    return new Identity(Identity.fit(name), source.release());
  }

  private void tell(SeenParts parts) {
    tell(
        parts.left(),
        "a run opened what is this machine's or somebody's own, and it stays behind: ",
        "; --with FILE or FOLDER takes it along");
    tell(parts.gone(), "seen in a run, and not on this machine: ", "");
    tell(
        parts.changed(),
        "was changed on this machine, so it may hold what is nobody else's, and stays behind: ",
        "; --with FILE takes it along");
  }

  private void tell(Set<String> paths, String before, String behind) {
    if (!paths.isEmpty()) {
      notices.add(before + Few.of(paths, MOST_TOLD) + behind);
    }
  }

  /** What starts it: the command, or the script, that the user names. */
  private final class Choice implements Starts.Choice {
    private final Map<String, TreeFile> own;
    private final String name;

    Choice(Map<String, TreeFile> own, String name) {
      this.own = own;
      this.name = name;
    }

    List<EntryPoint> all() throws IOException {
      List<EntryPoint> all = new ArrayList<>();
      for (TreeFile file : own.values()) {
        Optional<Runner> runner = Runners.of(file.content(), false, root);
        boolean isExecutable =
            FolderTree.fileOf(file.content()).filter(Files::isExecutable).isPresent();
        if (isExecutable && runner.isPresent() && root.file(runner.get().program()).isPresent()) {
          all.add(script(file.path(), runner.get()));
        }
      }
      return all;
    }

    private EntryPoint script(String path, Runner runner) {
      return new EntryPoint(path, name, "a script that is run by " + runner.program());
    }

    /** Nothing is run that the user has not named. */
    @Override
    public Optional<EntryPoint> chosen() {
      return Optional.empty();
    }

    @Override
    public EntryPoint named(String start) {
      if (own.containsKey(start)) {
        try {
          Optional<Runner> runner = Runners.of(own.get(start).content(), false, root);
          if (runner.isPresent()) {
            return script(start, runner.get());
          }
        } catch (IOException e) {
          throw GirdleException.because(e, "cannot read " + start);
        }
        throw GirdleException.request(
            "--entry " + start + ": its first line does not say what runs it",
            "  Name the whole command: --entry 'PROGRAM " + start + "'");
      }
      Command command =
          Command.of(start, own::containsKey, root)
              .orElseThrow(
                  () ->
                      GirdleException.request(
                          "--entry " + start + ": no program of this machine is called so",
                          "  Name a command as you type it in the folder:"
                              + " --entry 'perl tides.pl'"));
      return new EntryPoint(start, name, "a command for " + command.program());
    }

    @Override
    public String shortName(EntryPoint entry) {
      Optional<Command> command = Command.of(entry.name(), own::containsKey, root);
      String file = command.map(c -> c.file().orElse(c.program())).orElse(entry.name());
      return Identity.fit(Paths.fileName(file).replaceFirst("\\.[A-Za-z0-9]+$", ""));
    }
  }
}
