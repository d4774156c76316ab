package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * An application of the harbour office: its own jar, and libraries beside it, compiled together.
 */
final class Office {
  private final Path dir;
  private final List<Path> compiled = new ArrayList<>();

  Office(Path dir) {
    this.dir = dir;
  }

  Path app() {
    return dir.resolve("app");
  }

  /** Compiles a library against all that was made before. */
  Path library(String name, Jar jar, String... sources) throws IOException {
    Path classes = Compiled.to(dir.resolve(name), 17, compiled, sources);
    compiled.add(classes);
    return jar.folder(classes).write(app().resolve("lib/" + name + ".jar"));
  }

  Path library(String name, String... sources) throws IOException {
    return library(name, new Jar(), sources);
  }

  /** The office's own jar, whose first class is started. */
  void own(Jar jar, String... sources) throws IOException {
    Path classes = Compiled.to(dir.resolve("own"), 17, compiled, sources);
    jar.manifest("Main-Class: m.Main").folder(classes).write(app().resolve("office.jar"));
  }

  /** The office's own jar with one class, whose main method has this body. */
  void main(String body) throws IOException {
    own(new Jar(), mainOf(body));
  }

  static String mainOf(String body) {
    return "package m; public class Main { public static void main(String[] a) throws Throwable {"
        + body
        + "} }";
  }

  void remove(String name) {
    app().resolve("lib/" + name + ".jar").toFile().delete();
  }

  Analysis analyze(Prune prune) {
    return new Analyzer(Progress.SILENT).analyze(Plan.of(app()).with(Choice.of(prune)));
  }

  static Rank rank(Analysis analysis, String name) {
    return analysis.closure().unmet().stream()
        .filter(u -> u.name().equals(name))
        .map(Unresolved::rank)
        .findFirst()
        .orElse(null);
  }

  static List<String> kept(Analysis analysis) {
    return analysis.kept().stream().map(Component::name).toList();
  }

  static List<String> items(Analysis analysis, String component) {
    return analysis.kept().stream()
        .filter(c -> c.name().equals(component))
        .flatMap(c -> analysis.selection().items(c).keySet().stream())
        .map(Item::path)
        .toList();
  }
}
