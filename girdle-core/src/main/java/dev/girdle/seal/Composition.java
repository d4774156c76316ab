package dev.girdle.seal;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.Shape;
import dev.girdle.identity.Appearance;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.plan.Contents;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.RuntimeKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Puts together all files of an artifact: the program, and what people and systems want to see. */
final class Composition {
  private final Analysis analysis;
  private final Shape shape;
  private final FormKind form;

  Composition(Analysis analysis, Shape shape, FormKind form) {
    this.analysis = analysis;
    this.shape = shape;
    this.form = form;
  }

  Layout layout() {
    boolean isFolder = shape.isFolder();
    // what is unpacked into a cache is seen by nobody
    boolean isSeen = shape == Shape.FOLDER && form != FormKind.EXECUTABLE;
    Appearance appearance =
        new Appearance(
            analysis.application().identity(),
            analysis.plan().metadata(),
            analysis.application().starts(),
            analysis.plan().choice().target());
    LayoutRequest request =
        new LayoutRequest(
            shape,
            analysis.application(),
            analysis.application().starts(),
            analysis.plan().choice().target(),
            isSeen ? appearance.programFolder() : "",
            form == FormKind.EXECUTABLE,
            isFolder ? analysis.plan().runtime() : analysis.plan().runtime().of(RuntimeKind.HOST),
            analysis.plan().choice(),
            isSeen ? appearance.receiverNotes() : List.of(),
            analysis.model(),
            analysis.closure(),
            analysis.selection(),
            analysis.need());
    Layout layout = analysis.model().packaging().layOut(request);
    if (shape == Shape.SYMBOLS) {
      return layout;
    }
    layout = arranged(layout, request.programFolder());
    if (isSeen) {
      layout = appearance.dress(layout);
    }
    List<LayoutFile> more = new ArrayList<>(new LegalFiles(analysis, shape).files());
    if (form != FormKind.IMAGE) { // which has them attached
      more.addAll(new SbomFile(analysis, shape).files());
      more.add(new DemandsFile(analysis).file(shape));
    }
    layout = ExtraFiles.addTo(layout.plus(more), analysis.plan().files());
    if (isFolder && Target.isOf("windows", request.target())) {
      layout = layout.noticing(WindowsNames.notices(layout));
    } else if (isFolder && Target.isOf("macos", request.target())) {
      layout = layout.noticing(WindowsNames.twice(layout, "Most disks of macOS keep"));
    }
    return analysis.model().packaging().prepareStart(layout, request).noticing(unknownLicences());
  }

  private Layout arranged(Layout layout, String top) {
    Contents contents = analysis.plan().choice().contents();
    Optional<String> folder = analysis.model().packaging().filesFolder();
    if (folder.isEmpty()) {
      Arrangement.refuse(contents, analysis.ecosystem().name());
      return layout;
    }
    return new Arrangement(contents, top + folder.get(), analysis.application().starts())
        .of(layout);
  }

  private List<String> unknownLicences() {
    List<String> unknown = new Licensing(analysis).unknown();
    return unknown.isEmpty()
        ? List.of()
        : List.of("the licence is not known of " + String.join(", ", unknown));
  }
}
