package dev.girdle.seal;

import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Shape;
import dev.girdle.identity.Appearance;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.RuntimeKind;
import java.util.ArrayList;
import java.util.List;

/** Puts together all files of an artifact: the program, and what people and systems want to see. */
final class Composition {
  private final Assessment assessment;
  private final Shape shape;
  private final FormKind form;

  Composition(Assessment assessment, Shape shape, FormKind form) {
    this.assessment = assessment;
    this.shape = shape;
    this.form = form;
  }

  Layout layout() {
    boolean isFolder = shape == Shape.FOLDER;
    // what is unpacked into a cache is seen by nobody
    boolean isSeen = isFolder && form != FormKind.EXECUTABLE;
    Appearance appearance =
        new Appearance(
            assessment.application().identity(),
            assessment.plan().particulars(),
            assessment.application().starts(),
            assessment.plan().choice().target());
    LayoutRequest request =
        new LayoutRequest(
            shape,
            assessment.application(),
            assessment.application().starts(),
            assessment.plan().choice().target(),
            isSeen ? appearance.programFolder() : "",
            form == FormKind.EXECUTABLE,
            isFolder
                ? assessment.plan().runtime()
                : assessment.plan().runtime().of(RuntimeKind.HOST),
            assessment.plan().choice(),
            isSeen ? appearance.receiverNotes() : List.of(),
            assessment.examination(),
            assessment.closure(),
            assessment.selection(),
            assessment.need());
    Layout layout = assessment.examination().layOut(request);
    if (isSeen) {
      layout = appearance.dress(layout);
    }
    List<LayoutFile> more = new ArrayList<>(new LegalFiles(assessment, shape).files());
    more.addAll(new SbomFile(assessment, shape).files());
    layout = ExtraFiles.addTo(layout.plus(more), assessment.plan().files());
    return assessment.examination().prepareStart(layout, request).noticing(unknownLicences());
  }

  private List<String> unknownLicences() {
    List<String> unknown = new Standing(assessment).unknown();
    return unknown.isEmpty()
        ? List.of()
        : List.of("the licence is not known of " + String.join(", ", unknown));
  }
}
