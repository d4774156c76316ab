package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Start;
import dev.girdle.app.Target;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unmet;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.form.WrittenFile;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.plan.Particulars;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import dev.girdle.record.ArtifactRecord.StartEntry;
import dev.girdle.record.RecordFile;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes the record of an artifact. */
final class Accounts {
  private final String girdleRelease;
  private final Assessment assessment;
  private final Standing standing;
  private final String form;
  private final Layout layout;

  Accounts(String girdleRelease, Assessment assessment, String form, Layout layout) {
    this.girdleRelease = girdleRelease;
    this.assessment = assessment;
    this.standing = new Standing(assessment);
    this.form = form;
    this.layout = layout;
  }

  byte[] bytes(List<WrittenFile> written) {
    RuntimeNeed need = assessment.need();
    Particulars particulars = assessment.plan().particulars();
    return RecordFile.write(
        new ArtifactRecord(
            ArtifactRecord.FORMAT,
            girdleRelease,
            assessment.application().identity().name(),
            assessment.application().identity().release().orElse(null),
            particulars.title().orElse(null),
            particulars.vendor().orElse(null),
            particulars.identifier().orElse(null),
            particulars.licence().orElse(null),
            !particulars.icons().isEmpty(),
            form,
            assessment.entry().name(),
            assessment.application().starts().stream().map(Accounts::start).toList(),
            assessment.plan().choice().prune().name().toLowerCase(Locale.ROOT),
            assessment.plan().choice().target().map(Target::text).orElse(null),
            runtime(need),
            assessment.kept().stream().map(this::component).toList(),
            written.stream().map(Accounts::file).toList(),
            leftOut(),
            assessment.closure().unmet().stream()
                .filter(u -> u.rank() != Rank.HINTED && u.reach() != Strength.HINT)
                .map(this::missing)
                .toList(),
            Stream.concat(assessment.notices().stream(), layout.notices().stream()).toList()));
  }

  private RuntimeEntry runtime(RuntimeNeed need) {
    Optional<LayoutRuntime> bundled = layout.runtime();
    boolean isTrimmed = bundled.filter(b -> !b.modules().isEmpty()).isPresent();
    return new RuntimeEntry(
        need.language(),
        need.release(),
        need.exactly(),
        need.because(),
        assessment.runtimeModules(),
        bundled.map(LayoutRuntime::kind).orElse(null),
        bundled.map(LayoutRuntime::title).orElse(null),
        isTrimmed ? bundled.get().modules() : null,
        isTrimmed ? bundled.get().leftOut() : null);
  }

  private static StartEntry start(Start start) {
    String module = start.entry().module();
    return new StartEntry(
        start.label(),
        start.entry().name(),
        module.isEmpty() ? null : module,
        start.arguments(),
        start.options(),
        start.environment().isEmpty() ? null : start.environment(),
        start.opensWindow() ? true : null);
  }

  private ComponentEntry component(Component component) {
    String address = standing.provenance(component).address();
    return new ComponentEntry(
        component.name(),
        component.origin(),
        component.release().orElse(null),
        address.isEmpty() ? null : address,
        standing.licences(component),
        component.role().label(),
        assessment.selection().bytes(component),
        component.items().size(),
        assessment.closure().reachedIn(component).size(),
        Reasons.of(component, assessment.closure()));
  }

  private static FileEntry file(WrittenFile written) {
    String component = written.file().component();
    return new FileEntry(
        written.file().path(),
        written.file().content().size(),
        written.sha256(),
        written.file().executable() ? true : null,
        component.isEmpty() ? null : component,
        written.file().reason());
  }

  private List<LeftOutEntry> leftOut() {
    Stream<Ballast> all = Stream.concat(assessment.ballast().stream(), layout.leftOut().stream());
    Stream<LeftOutEntry> components =
        all.map(
            b ->
                b.path().isEmpty()
                    ? new LeftOutEntry(
                        b.component(), null, b.bytes(), b.reason(), folders(b.component()))
                    : new LeftOutEntry(b.component(), b.path(), b.bytes(), b.reason()));
    Stream<LeftOutEntry> besides =
        assessment.application().setAside().stream()
            .map(s -> new LeftOutEntry(s.path(), null, s.bytes(), "survey: " + s.takenFor()));
    return Stream.concat(components, besides).toList();
  }

  /** So that a rehearsal can tell in which component that is lies which is missed. */
  private List<String> folders(String component) {
    return assessment.application().components().stream()
        .filter(c -> c.name().equals(component))
        .flatMap(c -> c.items().stream())
        .map(i -> i.path().substring(0, Math.max(0, i.path().lastIndexOf('/'))))
        .distinct()
        .sorted()
        .toList();
  }

  private MissingEntry missing(Unmet unmet) {
    return new MissingEntry(
        unmet.name(),
        unmet.rank().name().toLowerCase(Locale.ROOT),
        Reasons.sentence(unmet.demands().get(0)),
        unmet.demands().size(),
        assessment.isAccepted(unmet));
  }
}
