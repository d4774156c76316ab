package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.ImageArchive;
import dev.girdle.image.ImageWriter;
import dev.girdle.image.MadeImage;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.place.Output;
import dev.girdle.place.TemporaryFolder;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.record.Demands;
import dev.girdle.record.RecordFile;
import dev.girdle.record.Sbom;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;

/** Makes one image layout with an image for each target. */
final class Images {
  private static final String TAR = ".tar";

  private final String girdleRelease;
  private final Progress progress;
  private final Optional<Gate> gate;

  Images(String girdleRelease, Progress progress, Optional<Gate> gate) {
    this.girdleRelease = girdleRelease;
    this.progress = progress;
    this.gate = gate;
  }

  Artifact make(List<Analysis> analyses, FormRequest form, Path place) {
    Analysis first = analyses.get(0);
    boolean replace = first.plan().output().replace();
    Set<String> notices = new LinkedHashSet<>();
    List<ImageComposition> images = new ArrayList<>();
    for (Analysis analysis : analyses) {
      Layout layout = new Composition(analysis, Shape.BARE, FormKind.IMAGE).layout();
      images.add(ImageComposition.of(analysis, layout));
    }
    try (Output output = Output.at(place, "--out", there -> replace && Places.isOfGirdle(there))) {
      try {
        write(images, form, output.work(), meter(images, place));
      } catch (IOException e) {
        throw output.cannotWrite(e);
      } finally {
        images.forEach(ImageComposition::close);
      }
      images.forEach(i -> notices.addAll(i.notices()));
      if (gate.isPresent()) {
        progress.at("rehearsing " + place.getFileName(), 0, 0);
        notices.addAll(gate.get().pass(output.work()));
      }
      long size = Sealer.sizeOf(output.work());
      output.moveIn();
      return new Artifact(
          form.label(),
          analyses.size() == 1 ? first.plan().choice().target() : Optional.empty(),
          place,
          size,
          images.stream().mapToInt(i -> i.files().size()).sum(),
          "girdle rehearse " + place,
          List.copyOf(notices));
    }
  }

  private LongConsumer meter(List<ImageComposition> images, Path place) {
    long total =
        images.stream().flatMap(i -> i.files().stream()).mapToLong(f -> f.content().size()).sum();
    long[] done = new long[1];
    return bytes -> {
      done[0] += bytes;
      progress.at("sealing " + place.getFileName(), done[0], total);
    };
  }

  private void write(
      List<ImageComposition> images, FormRequest form, Path work, LongConsumer progress)
      throws IOException {
    boolean isTar = form.as().isEmpty() || form.as().get().endsWith(TAR);
    if (!isTar) {
      writeFolder(images, form, work, progress);
      return;
    }
    try (TemporaryFolder folder = TemporaryFolder.called("girdle-image")) {
      Path layout = folder.path().resolve("layout");
      writeFolder(images, form, layout, progress);
      ImageArchive.pack(layout, work, date());
    }
  }

  private static SourceDate date() {
    return SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
  }

  private void writeFolder(
      List<ImageComposition> images, FormRequest form, Path folder, LongConsumer progress)
      throws IOException {
    ImageWriter writer =
        new ImageWriter(folder, date(), form.compression(), form.level(), progress);
    Map<String, String> annotations = images.get(0).annotations();
    for (ImageComposition one : images) {
      MadeImage image = one.image();
      ImageWriter.Written written = writer.write(image);
      Analysis analysis = one.analysis();
      RecordBuilder accounts =
          new RecordBuilder(girdleRelease, analysis, form.label(), one.accounted());
      writer.attach(
          written.manifest(),
          MediaTypes.RECORD,
          RecordFile.IN_FOLDER,
          accounts.bytes(written.files(), SystemEntries.of(one.system())));
      writer.attach(
          written.manifest(),
          MediaTypes.SBOM,
          Sbom.IN_FOLDER,
          new SbomFile(analysis, Shape.BARE).bytes(SystemEntries.parts(one.system())));
      writer.attach(
          written.manifest(),
          MediaTypes.DEMANDS,
          Demands.IN_FOLDER,
          new DemandsFile(analysis).demands().bytes());
    }
    writer.end(
        images.get(0).analysis().application().identity().release().orElse("0"), annotations);
  }

  /** What an image cannot be made without. */
  static Target target(Analysis analysis) {
    return analysis
        .plan()
        .choice()
        .target()
        .or(Target::ofThisMachine)
        .filter(t -> t.system().equals("linux"))
        .orElseThrow(
            () ->
                new GirdleException(
                    Fault.REQUEST,
                    List.of(
                        "a container image is made for Linux: name a target",
                        "  --target linux-x64")));
  }
}
