package dev.girdle.python;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.ReleaseRange;
import dev.girdle.app.Role;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.io.Paths;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.python.bundle.PythonBundle;
import dev.girdle.python.linkage.MadeFor;
import dev.girdle.python.linkage.Projects;
import dev.girdle.python.pack.Metadata;
import dev.girdle.python.pack.ModuleFile;
import dev.girdle.python.pack.ProjectFile;
import dev.girdle.python.pack.PythonLanguage;
import dev.girdle.python.pack.PythonRelease;
import dev.girdle.python.source.MalformedSourceException;
import dev.girdle.python.source.SourceText;
import dev.girdle.python.source.SyntaxRelease;
import dev.girdle.python.tree.RuntimeNames;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which Python an application needs: what it was installed for, what native code of it is made for,
 * what its makers say.
 */
final class PythonRuntime implements RuntimeModel {
  private static final Pattern ENVIRONMENT = Pattern.compile("python(3\\.\\d+)");
  private static final int LARGEST = 8 << 20;

  private final Application application;
  private final Projects projects;

  private final boolean isWithoutSources;

  PythonRuntime(Application application, Projects projects, boolean isWithoutSources) {
    this.application = application;
    this.projects = projects;
    this.isWithoutSources = isWithoutSources;
  }

  /**
   * The release that packages of an application were installed for.
   *
   * @param application surveyed
   * @return for example "3.11"; empty if nothing tells
   */
  static Optional<String> installedFor(Application application) {
    for (Component component : application.components()) {
      Matcher matcher = ENVIRONMENT.matcher(component.broughtBy());
      if (matcher.find()) {
        return Optional.of(matcher.group(1));
      }
    }
    return Optional.empty();
  }

  /** Gathers what is needed, the strictest last. */
  private static final class Range {
    private String least = PythonRelease.OLDEST.least();
    private String because = "the starter that Girdle adds";
    private String before = "";

    void from(String release, String who) {
      if (PythonRelease.compare(release, least) > 0) {
        least = release;
        because = who;
      }
    }

    void before(String release, String who) {
      if (before.isEmpty() || PythonRelease.compare(release, before) < 0) {
        before = release;
        because = who;
      }
    }

    RuntimeNeed need() {
      String range = ">=" + least + (before.isEmpty() ? "" : " <" + before);
      return new RuntimeNeed(PythonLanguage.NAME, ReleaseRange.of(range), "", because);
    }
  }

  @Override
  public Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    Range range = new Range();
    for (Component component : application.components()) {
      if (component.role().isUsers()) {
        said(component, range);
      }
    }
    return Optional.of(range.need());
  }

  private void said(Component component, Range range) {
    projects
        .of(component)
        .flatMap(Metadata::requiresPython)
        .flatMap(PythonRelease::oldest)
        .ifPresent(r -> range.from(r, component.name()));
    component
        .item("pyproject.toml")
        .flatMap(PythonRuntime::required)
        .flatMap(PythonRelease::oldest)
        .ifPresent(r -> range.from(r, "pyproject.toml"));
  }

  private static Optional<String> required(Item item) {
    try {
      String text = new String(item.content().bytes(LARGEST), StandardCharsets.UTF_8);
      return ProjectFile.ofToml(text).requiresPython();
    } catch (IOException e) {
      return Optional.empty(); // survey has told of it
    }
  }

  /** Byte code without its source is for one line of releases: that of the Python that makes it. */
  @Override
  public Optional<RuntimeNeed> need(Closure closure, RuntimeRequest request) {
    Optional<RuntimeNeed> need = need(closure);
    if (!isWithoutSources || request.isBundled()) {
      return need;
    }
    return need.flatMap(PythonBundle::here)
        .map(
            home -> {
              Range range = new Range();
              line(home.line(), "its byte code, which goes without sources", range);
              return range.need();
            })
        .or(() -> need);
  }

  @Override
  public Optional<RuntimeNeed> need(Closure closure) {
    Range range = new Range();
    Optional<String> installedFor = installedFor(application);
    for (Component component : application.components()) {
      boolean isUsed = !closure.reachedIn(component).isEmpty();
      if (component.role() == Role.RUNTIME || !isUsed) {
        continue;
      }
      said(component, range);
      if (!component.role().isUsers()) {
        installedFor.ifPresent(
            r -> range.from(r, component.name() + ", which was installed for it"));
      }
    }
    Optional<String> line = MadeFor.line(closure, installedFor);
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      if (item.component().role() == Role.RUNTIME) {
        ofRuntime(reached, installedFor, range);
      } else if (item.component().role().isUsers()) {
        syntax(item, range);
      }
      Optional<ModuleFile> file = ModuleFile.of(Paths.fileName(item.path()));
      file.filter(f -> line.filter(f.abi()::equals).isPresent())
          .ifPresent(f -> line(f.abi(), item.path(), range));
    }
    return Optional.of(range.need());
  }

  private static void line(String line, String who, Range range) {
    int minor = Integer.parseInt(line.substring(line.indexOf('.') + 1));
    range.from(line, who);
    range.before("3." + (minor + 1), who);
  }

  private static void syntax(Item item, Range range) {
    if (item.path().endsWith(".py") && item.content().size() <= LARGEST) {
      try {
        range.from(SyntaxRelease.of(SourceText.of(item.content().bytes(LARGEST))), item.path());
      } catch (IOException | MalformedSourceException e) {
        return; // the walk has told of it
      }
    }
  }

  /** Modules that came, or have gone, with a release. */
  private static void ofRuntime(Reached reached, Optional<String> installedFor, Range range) {
    boolean isSure =
        reached.strength() == Strength.HARD && reached.first().how().id().equals("imports_module");
    if (!isSure) {
      return;
    }
    String who = reached.first().place() + ", which imports " + reached.first().name();
    RuntimeNames.from(reached.item().name()).ifPresent(r -> range.from(r, who));
    RuntimeNames.before(reached.item().name())
        .filter(r -> installedFor.isEmpty() || PythonRelease.compare(installedFor.get(), r) < 0)
        .ifPresent(r -> range.before(r, who));
  }
}
