package dev.girdle.seal;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.GirdleException;
import dev.girdle.form.ArchiveForm;
import dev.girdle.form.FolderForm;
import dev.girdle.form.Form;
import dev.girdle.io.Output;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Plan;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongConsumer;
import java.util.stream.Stream;

/** Makes artifacts of an assessed application. */
public final class Sealer {
  private final String girdleRelease;
  private final Progress progress;

  /**
   * Creates a sealer.
   *
   * @param girdleRelease goes into the records
   * @param progress is told how the work gets on
   */
  public Sealer(String girdleRelease, Progress progress) {
    this.girdleRelease = girdleRelease;
    this.progress = progress;
  }

  /**
   * Makes all artifacts of the plan. Everything that can be checked is checked before the first of
   * them is begun.
   *
   * @param assessment what is known about the application
   * @return the artifacts, in the order of the plan's forms
   * @throws GirdleException if something that is needed is missing, or a place cannot be written;
   *     artifacts that were finished by then stay
   */
  public List<Artifact> seal(Assessment assessment) {
    Faults.throwIfAny(assessment);
    Places places = Places.of(assessment.plan(), assessment.application().identity());
    List<Artifact> artifacts = new ArrayList<>();
    for (FormKind form : assessment.plan().output().forms()) {
      artifacts.add(make(assessment, form, places.of(form)));
    }
    return artifacts;
  }

  private Artifact make(Assessment assessment, FormKind kind, Path place) {
    Shape shape = shape(kind, assessment.plan());
    Layout layout =
        assessment
            .ecosystem()
            .layOut(
                new LayoutRequest(
                    shape,
                    assessment.application(),
                    assessment.application().starts(),
                    assessment.plan().output().opensWindow(),
                    assessment.examination(),
                    assessment.closure(),
                    assessment.selection(),
                    assessment.need()));
    SourceDate date = SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
    Form form = shape == Shape.FOLDER ? new FolderForm(date) : new ArchiveForm(date);
    Accounts accounts = new Accounts(girdleRelease, assessment, label(shape), layout);
    try (Output output = Output.at(place)) {
      try {
        form.write(layout, output.work(), accounts::bytes, meter(layout, place));
      } catch (IOException e) {
        throw Output.cannotWrite(place, e);
      }
      output.moveIn();
    }
    return new Artifact(
        label(shape),
        place,
        sizeOf(place),
        layout.files().size(),
        layout.start().formatted(place),
        layout.notices());
  }

  private LongConsumer meter(Layout layout, Path place) {
    long total = layout.files().stream().map(LayoutFile::content).mapToLong(c -> c.size()).sum();
    long[] done = new long[1];
    return bytes -> {
      done[0] += bytes;
      progress.at("sealing " + place.getFileName(), done[0], total);
    };
  }

  private static Shape shape(FormKind kind, Plan plan) {
    if (kind == FormKind.FOLDER) {
      return Shape.FOLDER;
    }
    return plan.output().archive() == ArchiveKind.MERGED ? Shape.MERGED : Shape.NESTED;
  }

  private static String label(Shape shape) {
    return switch (shape) {
      case FOLDER -> "folder";
      case NESTED -> "nested archive";
      case MERGED -> "merged archive";
    };
  }

  /**
   * The size of a file, or of all files of a folder.
   *
   * @param place a file or folder
   * @return bytes
   */
  public static long sizeOf(Path place) {
    try (Stream<Path> walk = Files.walk(place)) {
      return walk.filter(Files::isRegularFile).mapToLong(p -> p.toFile().length()).sum();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
