package dev.girdle.cli;

import dev.girdle.cli.view.SealView;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Artifact;
import dev.girdle.seal.Assessment;
import dev.girdle.seal.Assessor;
import dev.girdle.seal.Sealer;
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
      description = "What to make: folder, archive. Repeatable; archive if not given.")
  private List<FormKind> forms = List.of(FormKind.ARCHIVE);

  @Option(
      names = "--archive",
      paramLabel = "KIND",
      description =
          "How jars lie in an archive: nested (kept whole) or merged (one tree);"
              + " nested if not given.")
  private ArchiveKind archive = ArchiveKind.NESTED;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder for artifacts; sealed if not given.")
  private Path out = Path.of("sealed");

  @Option(
      names = "--as",
      paramLabel = "FILENAME",
      description = "The artifact's file name; name and release if not given.")
  private String as;

  @Option(
      names = "--opens-window",
      description =
          "The program opens a window of its own: the Windows starter leaves none for its text.")
  private boolean opensWindow;

  @Option(names = "--replace", description = "Replace artifacts that Girdle made before.")
  private boolean replace;

  @Mixin private CommonOptions common;

  SealCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    Meter meter = common.startMeter(context);
    Plan plan =
        application
            .plan()
            .with(
                new Output(
                    forms.stream().distinct().toList(),
                    archive,
                    out,
                    Optional.ofNullable(as),
                    replace,
                    opensWindow));
    try (Assessment assessment = new Assessor(meter).assess(plan)) {
      List<Artifact> artifacts = new Sealer(Context.release(), meter).seal(assessment);
      common.show(new SealView(assessment, artifacts), context);
    }
    return 0;
  }
}
