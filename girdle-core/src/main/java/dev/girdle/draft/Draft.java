package dev.girdle.draft;

import dev.girdle.app.Application;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.Ecosystem;
import dev.girdle.ecosystem.Shape;
import dev.girdle.plan.ContentPack;
import dev.girdle.plan.Contents;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Rehearsal;
import dev.girdle.seal.Analysis;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** A first plan for an application, as a text with comments. */
public final class Draft {
  private static final int MOST_NAMED = 8;

  private final Plan plan;
  private final Application application;
  private final Optional<Analysis> analysis;
  private final Path folder;
  private final Ecosystem language;
  private final StringBuilder text = new StringBuilder();

  private Draft(
      Plan plan,
      Application application,
      Optional<Analysis> analysis,
      Path folder,
      Ecosystem language) {
    this.language = language;
    this.plan = plan;
    this.application = application;
    this.analysis = analysis;
    this.folder = folder.toAbsolutePath().normalize();
  }

  /**
   * Drafts a plan.
   *
   * @param plan what is wanted already
   * @param application what survey found
   * @param analysis what its closure tells; empty if the entry point is not clear
   * @param folder the folder that the plan is to lie in
   * @param language the language that leads
   * @return YAML that fits {@code docs/schema/plan.schema.json}
   */
  public static String of(
      Plan plan,
      Application application,
      Optional<Analysis> analysis,
      Path folder,
      Ecosystem language) {
    return new Draft(plan, application, analysis, folder, language).write();
  }

  private String write() {
    line("# What girdle seal makes of " + application.identity().title() + ", and how.");
    line("# Drafted from what was found; what stands behind a # is another choice.");
    line("# Any text may take something from the environment: ${NAME}, or ${NAME:-default}.");
    line("# The command line overrules what stands here. All words: docs/schema/plan.schema.json");
    line("girdle: 1");
    application();
    identity();
    entries();
    if (language.isKnownByRuns()) {
      runs();
    }
    contents();
    targets();
    forms();
    return text.toString();
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  private void section(String comment, String name) {
    line("");
    line("# " + comment);
    line(name + ":");
  }

  private void application() {
    section("What is sealed: a folder, a jar or a pattern, seen from this file.", "application");
    line("  from: " + Scalar.of(path(plan.source().app())));
    if (plan.source().with().isEmpty()) {
      if (takesArchives()) {
        String ending = language.support().archive();
        line("  # with: [more." + ending + ", folder/*." + ending + "]");
      }
    } else {
      line("  with: " + Scalar.list(plan.source().with().stream().map(this::path).toList()));
    }
    List<String> repositories = plan.source().declared().repositories();
    Map<String, List<String>> byLanguage = plan.source().declared().byLanguage();
    if (!repositories.isEmpty()) {
      line("  repositories: " + Scalar.list(repositories));
    } else if (!byLanguage.isEmpty()) {
      line("  repositories:");
      byLanguage.forEach((id, names) -> line("    " + id + ": " + Scalar.list(names)));
    }
    if (plan.source().declared().offline()) {
      line("  offline: true");
    }
  }

  private String path(Path path) {
    Path absolute = path.toAbsolutePath().normalize();
    boolean sameRoot = absolute.getRoot() != null && absolute.getRoot().equals(folder.getRoot());
    String shown = (sameRoot ? folder.relativize(absolute) : absolute).toString();
    return shown.isEmpty() ? "." : shown.replace('\\', '/');
  }

  private void identity() {
    section("What it is called.", "identity");
    line("  name: " + Scalar.of(application.identity().name()));
    line("  # title: Tide Book");
    Optional<String> release = application.identity().release();
    if (release.isPresent()) {
      line("  release: " + Scalar.of(release.get()));
    } else {
      line("  # no release was found; without one, the file names carry none");
      line("  # release: ${RELEASE:-1.0}");
    }
    line("  # description: what it does, in one sentence");
    line("  # vendor: who makes it");
    line("  # identifier: " + identifier());
    line("  # homepage: https://ternhaven.example/");
    line("  # licence: Apache-2.0");
    line("  # copyright: (c) 2026 the harbour office of Ternhaven");
    line("  # icon: icon.png             # a square PNG, 256 pixels wide or more");
  }

  /** A proposal: the package of what is started. */
  private String identifier() {
    return application
        .entryPoint()
        .map(EntryPoint::name)
        .filter(n -> n.matches("[A-Za-z0-9]+(\\.[A-Za-z0-9]+)+"))
        .map(n -> n.substring(0, n.lastIndexOf('.')))
        .filter(n -> n.indexOf('.') > 0)
        .orElse("org.ternhaven." + application.identity().name());
  }

  private void entries() {
    if (application.starts().isEmpty()) {
      line("");
      line("# Where it starts is not clear; take one of these, the likeliest first:");
      line("# entries:");
      others(List.of());
      return;
    }
    section("How it is started; the first is the main one.", "entries");
    List<String> used = new ArrayList<>();
    for (LaunchSpec start : application.starts()) {
      used.add(start.entry().name());
      line("  " + start.label() + ":");
      String module = start.entry().module().isEmpty() ? "" : start.entry().module() + "/";
      line(
          "    start: "
              + Scalar.of(module + start.entry().name())
              + "   # "
              + start.entry().foundBy());
      optional("arguments", start.arguments(), "[--harbour, north]");
      optional("options", start.options(), "[" + language.words().exampleOptions() + "]");
      line("    # environment: {HARBOUR: north}");
      line(
          start.opensWindow()
              ? "    window: true"
              : "    # window: true             # it opens a window, and needs none for its text");
    }
    others(used);
  }

  private void optional(String word, List<String> values, String example) {
    line(
        values.isEmpty()
            ? "    # " + word + ": " + example
            : "    " + word + ": " + Scalar.list(values));
  }

  private void others(List<String> used) {
    List<EntryPoint> others =
        application.candidates().stream().filter(c -> !used.contains(c.name())).toList();
    Set<String> labels = new HashSet<>();
    for (EntryPoint other : others.subList(0, Math.min(MOST_NAMED, others.size()))) {
      String simple = other.name().substring(other.name().lastIndexOf('.') + 1);
      String label = simple.replaceAll("[^A-Za-z0-9]+", "").toLowerCase(Locale.ROOT);
      String free = label.isEmpty() ? "other" : label;
      for (int i = 2; !labels.add(free); i++) {
        free = label + i;
      }
      line("  # " + free + ":");
      line("  #   start: " + Scalar.of(other.name()) + "   # " + other.foundBy());
    }
  }

  /** What a program has to do that is known by its runs alone. */
  private void runs() {
    section(
        "What it has to do: what these runs open goes along, and nothing else is known.",
        "rehearsals");
    List<Rehearsal> all =
        plan.rehearsals().isEmpty() ? List.of(Rehearsal.plain("start")) : plan.rehearsals();
    for (Rehearsal one : all) {
      line("  " + Scalar.of(one.name()) + ":");
      line(
          one.arguments().isEmpty()
              ? "    arguments: []"
              : "    arguments: " + Scalar.list(one.arguments()));
    }
    line("    # folder: tests/harbour    # it is started in a copy of this folder");
    line("    # prints: [what its output has to hold]");
  }

  private void contents() {
    section("What goes in and what stays behind.", "contents");
    line(
        "  # what nothing needs is left out: none of it, components, also files"
            + (language.support().levels().contains(Prune.CLASSES)
                ? ", also " + language.words().units()
                : ""));
    line("  prune: " + plan.choice().usually(language.support().usualLevel()).prune().text());
    if (language.isKnownByRuns()) {
      line("  # evidence: [runs.jsonl]     # girdle watch writes it, so that nobody runs it again");
    }
    analysis.ifPresent(this::ballast);
    patterns("always", plan.choice().always(), language.words().examplePattern(), "loaded by name");
    patterns("never", plan.choice().never(), "some-library", "only tests use it");
    List<String> missing =
        analysis.map(Analysis::faults).orElse(List.of()).stream().map(Unresolved::name).toList();
    if (!missing.isEmpty()) {
      line("  # needed and missing; add it with \"with\" above, or say that it may be missing:");
    }
    String example = missing.isEmpty() ? language.words().examplePattern() : missing.get(0);
    patterns("missing-ok", plan.choice().missingOk(), example, "the program copes without it");
    files();
    line("  # files:                     # what goes in besides, and where to");
    line("  #   - {from: manual.pdf, to: doc/manual.pdf}");
  }

  /** What a plan that is there says of single files. */
  private void files() {
    Contents contents = plan.choice().contents();
    said("  ", "start", contents.start());
    said("  ", "order", contents.order());
    if (!contents.only().isEmpty()) {
      line("  only:");
      contents.only().forEach((target, patterns) -> said("    ", target, patterns));
    }
    if (!contents.packs().isEmpty()) {
      line("  packs:");
    }
    for (ContentPack pack : contents.packs()) {
      line("    - folder: " + Scalar.of(pack.folder()));
      line("      to: " + Scalar.of(pack.to()));
      line("      compressed: " + !pack.isStored());
    }
    said("  ", "untouched", contents.untouched());
    if (contents.withoutSources()) {
      line("  sources: leave-out");
    }
  }

  private void ballast(Analysis found) {
    List<Ballast> whole = found.ballast().stream().filter(b -> b.path().isEmpty()).toList();
    if (!whole.isEmpty()) {
      line("  # so these stay behind:");
    }
    for (Ballast one : whole.subList(0, Math.min(MOST_NAMED, whole.size()))) {
      line("  #   " + one.component() + ": " + one.reason());
    }
    if (whole.size() > MOST_NAMED) {
      line("  #   and " + (whole.size() - MOST_NAMED) + " more: girdle closure tells");
    }
  }

  private void patterns(String word, List<NamePattern> patterns, String example, String note) {
    if (patterns.isEmpty()) {
      line("  # " + word + ":");
      line("  #   - what: " + Scalar.of(example));
      line("  #     note: " + note);
      return;
    }
    said("  ", word, patterns);
  }

  private void said(String indent, String word, List<NamePattern> patterns) {
    if (!patterns.isEmpty()) {
      line(indent + word + ":");
    }
    for (NamePattern pattern : patterns) {
      if (pattern.note().isEmpty()) {
        line(indent + "  - " + Scalar.of(pattern.text()));
      } else {
        line(indent + "  - what: " + Scalar.of(pattern.text()));
        line(indent + "    note: " + Scalar.of(pattern.note()));
      }
    }
  }

  private void targets() {
    line("");
    List<String> all = Target.ALL.stream().map(Target::text).toList();
    Map<String, Long> natives = analysis.map(a -> a.natives().bySystem()).orElse(Map.of());
    line("# Where it is to run; one artifact for everywhere if nothing is said.");
    if (!natives.isEmpty()) {
      line("# There is native code in it, of which each target takes only its own:");
      natives.forEach(
          (system, bytes) -> {
            if (all.contains(system)) {
              line("#   " + system + ": " + bytes / 1000 + " kB");
            }
          });
      long others =
          natives.entrySet().stream()
              .filter(e -> !all.contains(e.getKey()))
              .mapToLong(Map.Entry::getValue)
              .sum();
      line("#   other systems: " + others / 1000 + " kB");
    }
    List<Target> wanted = plan.output().targets();
    line(
        wanted.isEmpty()
            ? "# targets: " + Scalar.list(all)
            : "targets: " + Scalar.list(wanted.stream().map(Target::text).toList()));
  }

  /** Whether its programs come as several archives. */
  private boolean takesArchives() {
    return language.support().shapes().contains(Shape.NESTED);
  }

  private void forms() {
    section("What is made of it.", "forms");
    String ending = language.support().archive();
    String archive =
        "archive                    # one " + ending + ", for a machine that has the runtime";
    String portable =
        "folder                   # portable, with starters; zip and tgz: the same, packed";
    boolean isArchive = language.support().usual() == FormKind.ARCHIVE;
    line("  - " + (isArchive ? archive : portable.replace("folder ", "folder   ")));
    if (isArchive || !ending.isEmpty()) {
      line("  # - " + (isArchive ? portable : archive.replace("archive   ", "archive ")));
    }
    if (takesArchives()) {
      line("  # - {form: archive, kind: merged, as: \"{name}-{release}-merged." + ending + "\"}");
    }
    line("  # - {form: tgz, compression: 9}");
    line("");
    line("# The folder that it is made in, seen from this file.");
    line("out: sealed");
  }
}
