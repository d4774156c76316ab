package dev.girdle.cli;

import dev.girdle.app.Target;
import dev.girdle.cli.view.Console;
import dev.girdle.cli.view.SealView;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Compression;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.Entry;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.rehearse.SandboxRequest;
import dev.girdle.seal.Analyses;
import dev.girdle.seal.Analyzer;
import dev.girdle.seal.Mending;
import dev.girdle.seal.Original;
import dev.girdle.seal.Outcome;
import dev.girdle.seal.RehearsalGate;
import dev.girdle.seal.Sealer;
import dev.girdle.seal.UnusedCodePruning;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Make the artifacts. */
@Command(
    name = "seal",
    description = "Make artifacts that run by themselves. Nothing is made if anything is missing.")
final class SealCommand implements Callable<Integer> {
  private final Context context;
  @Mixin private ApplicationOptions application;

  @Option(
      names = "--form",
      paramLabel = "FORM",
      description =
          "What to make: folder, zip, tgz, executable, archive, image, symbols (what debuggers read"
              + " of native code). Repeatable; archive if not"
              + " given, or folder where that is more usual.")
  private List<FormKind> forms;

  @Option(
      names = "--archive",
      paramLabel = "KIND",
      description =
          "How jars lie in an archive: nested (each by itself) or merged (one tree);"
              + " nested if not given, unless the program reads its class path as files.")
  private ArchiveKind archive;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder for artifacts; sealed if not given.")
  private Path out;

  @Option(
      names = "--as",
      paramLabel = "FILENAME",
      description =
          "The artifact's file name; {name}, {release} and {target} stand for what they say."
              + " Name, release and target if not given.")
  private String as;

  @Mixin private RuntimeOptions runtime;

  @Option(
      names = "--without-debug-tables",
      description =
          "The code of the runtime that goes along loses its debug tables: smaller, and stack"
              + " traces have no line numbers for it.")
  private boolean withoutDebugTables;

  @Option(
      names = "--fast-start",
      paramLabel = "WORDS",
      description =
          "Prepare a fast start by running the program once with these arguments, while it is"
              + " sealed: --fast-start '--help'. For this machine's system only, with a runtime that"
              + " goes along.")
  private String fastStart;

  @Option(
      names = "--opens-window",
      description = "The program opens a window of its own: on Windows it gets no console.")
  private boolean opensWindow;

  @Option(
      names = "--base",
      paramLabel = "IMAGE",
      description =
          "The image that a container image is made on: an image layout, or DEPOT/NAME@RELEASE;"
              + " without one it holds nothing but what it needs.")
  private String base;

  @Option(
      names = "--packing",
      paramLabel = "KIND",
      description =
          "How an executable is compressed: gzip (can be unpacked everywhere), xz (much smaller),"
              + " zstd (quick); for the last two the receiver needs a program of that name. gzip if"
              + " not given.")
  private Compression packing;

  @Option(
      names = "--rehearse",
      description =
          "Run the rehearsals that the plan names before an artifact gets to its place; what fails"
              + " them is not made.")
  private boolean rehearse;

  @Option(
      names = "--repair",
      negatable = true,
      defaultValue = "true",
      fallbackValue = "true",
      description =
          "With --rehearse: what a rehearsal misses in what was left out is put back, and it is"
              + " rehearsed again. --no-repair only tells.")
  private boolean repair;

  @Option(
      names = "--never-quiet",
      description =
          "Classes that go along and were never seen in use stay behind, by the evidence that is"
              + " given. The rehearsals of the plan are run, and what fails them is not made.")
  private boolean neverQuiet;

  @Option(names = "--replace", description = "Replace artifacts that Girdle made before.")
  private boolean replace;

  @Mixin private CommonOptions common;

  SealCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Meter meter = common.startMeter(context);
    Analyzer analyzer = new Analyzer(meter);
    Plan plan = overruled(application.plan(context), analyzer);
    if (!rehearse && !neverQuiet) {
      try (Analyses analyses = analyzer.analyzeAll(plan)) {
        return told(plan, analyses, new Sealer(Context.release(), meter).seal(analyses));
      }
    }
    Sealer sealer = new Sealer(Context.release(), meter);
    try (Original original = Original.of(plan, meter)) {
      RehearsalGate gate = gate(plan, original);
      if (neverQuiet || !repair) {
        try (Analyses analyses = analyzer.analyzeAll(plan)) {
          Analyses chosen = neverQuiet ? UnusedCodePruning.of(analyses) : analyses;
          return told(plan, chosen, sealer.through(gate).seal(chosen));
        }
      }
      try (Mending mending = new Mending(analyzer, sealer, gate)) {
        Mending.Mended mended = mending.seal(plan);
        try (Analyses analyses = mended.analyses()) {
          tell(mended);
          return told(plan, analyses, mended.outcome());
        }
      }
    }
  }

  private int told(Plan plan, Analyses analyses, Outcome outcome) {
    if (outcome.artifacts().isEmpty()) {
      outcome.orThrow();
    }
    common.show(new SealView(plan, analyses, outcome, rehearse || neverQuiet), context);
    outcome.failures().forEach(this::tell);
    return outcome.failures().isEmpty() ? 0 : outcome.failures().get(0).why().fault().exitStatus();
  }

  private void tell(Mending.Mended mended) {
    PrintWriter err = context.console().err();
    if (!mended.putBack().isEmpty()) {
      err.println("girdle: put back, since a rehearsal missed it:");
      mended.putBack().forEach(name -> err.println("  --always " + Console.harmless(name)));
    }
    if (mended.seen() > 0) {
      err.println(
          "girdle: put back, since the application loads it when it is not sealed: what of "
              + mended.seen()
              + " classes was left out");
    }
  }

  private RehearsalGate gate(Plan plan, Original original) {
    if (plan.rehearsals().isEmpty()) {
      throw GirdleException.request(
          (neverQuiet ? "--never-quiet" : "--rehearse") + ": the plan names no rehearsals",
          "  rehearsals:",
          "    start:",
          "      arguments: [what the program is given]");
    }
    return new RehearsalGate(
        plan.rehearsals(),
        SandboxRequest.USUAL,
        context.environment(),
        Target.ofThisMachine(),
        Optional.of(original));
  }

  private void tell(Outcome.Failure failure) {
    PrintWriter err = context.console().err();
    err.println("girdle: not made: " + failure.what());
    failure.why().lines().stream().map(Console::harmless).forEach(l -> err.println("  " + l));
  }

  private Plan overruled(Plan plan, Analyzer analyzer) {
    Output output = plan.output();
    List<FormRequest> wishes = output.forms();
    if (forms != null || wishes.isEmpty()) {
      List<FormKind> kinds =
          forms == null ? List.of(analyzer.language(plan).support().usual()) : forms;
      wishes = kinds.stream().distinct().map(k -> planned(k, output.forms())).toList();
    }
    if (archive != null) {
      wishes = wishes.stream().map(w -> w.with(archive)).distinct().toList();
    }
    FileName.requireFit(as);
    if (as != null) {
      wishes = wishes.stream().map(w -> w.as(as)).toList();
    }
    if (packing != null) {
      wishes = wishes.stream().map(w -> w.with(packing)).toList();
    }
    Plan changed =
        plan.with(
            new Output(
                wishes,
                output.targets(),
                out == null ? output.out() : out,
                replace || output.replace()));
    RuntimeRequest request = runtime.over(plan.runtime());
    request = withoutDebugTables ? request.withoutDebugTables() : request;
    request =
        fastStart == null ? request : request.trainedBy(QuotedWords.of("--fast-start", fastStart));
    changed = changed.with(request);
    changed = base == null ? changed : changed.with(changed.image().on(base));
    return opensWindow ? changed.with(openingWindows(plan.source().entries())) : changed;
  }

  /** The settings that the plan has for a form. */
  private static FormRequest planned(FormKind kind, List<FormRequest> planned) {
    return planned.stream().filter(w -> w.kind() == kind).findFirst().orElse(FormRequest.of(kind));
  }

  private static List<Entry> openingWindows(List<Entry> entries) {
    return entries.isEmpty()
        ? List.of(Entry.of("").openingWindow())
        : entries.stream().map(Entry::openingWindow).toList();
  }
}
