package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Rank;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Unresolved;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.form.WrittenFile;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.LayoutRuntime;
import dev.girdle.plan.AppMetadata;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import dev.girdle.record.ArtifactRecord.StartEntry;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Makes the record of an artifact. */
final class RecordBuilder {
  private final String girdleRelease;
  private final Analysis analysis;
  private final Licensing standing;
  private final String form;
  private final Layout layout;

  RecordBuilder(String girdleRelease, Analysis analysis, String form, Layout layout) {
    this.girdleRelease = girdleRelease;
    this.analysis = analysis;
    this.standing = new Licensing(analysis);
    this.form = form;
    this.layout = layout;
  }

  byte[] bytes(List<WrittenFile> written) {
    return bytes(written, List.of());
  }

  /** The record of an artifact that holds more components than those of the application. */
  byte[] bytes(List<WrittenFile> written, List<ComponentEntry> more) {
    AppMetadata metadata = analysis.plan().metadata();
    return RecordFile.write(
        new ArtifactRecord(
            ArtifactRecord.FORMAT,
            analysis.ecosystem().id(),
            girdleRelease,
            analysis.application().identity().name(),
            analysis.application().identity().release().orElse(null),
            metadata.title().orElse(null),
            metadata.vendor().orElse(null),
            metadata.identifier().orElse(null),
            metadata.licence().orElse(null),
            metadata.description().orElse(null),
            metadata.homepage().orElse(null),
            !metadata.icons().isEmpty(),
            form,
            analysis.entry().name(),
            analysis.application().starts().stream().map(RecordBuilder::start).toList(),
            analysis.plan().choice().prune().text(),
            analysis.plan().choice().target().map(Target::text).orElse(null),
            analysis.need().map(this::runtime).orElse(null),
            Stream.concat(analysis.kept().stream().map(this::component), more.stream()).toList(),
            Stream.concat(
                    written.stream().map(RecordBuilder::file),
                    layout.links().stream().map(RecordBuilder::link))
                .toList(),
            leftOut(),
            analysis.closure().unmet().stream()
                .filter(u -> u.rank() != Rank.HINTED && u.reach() != Strength.HINT)
                .map(this::missing)
                .toList(),
            Stream.concat(analysis.notices().stream(), layout.notices().stream()).toList()));
  }

  private RuntimeEntry runtime(RuntimeNeed need) {
    Optional<LayoutRuntime> bundled = layout.runtime();
    boolean isTrimmed = bundled.filter(b -> !b.parts().isEmpty()).isPresent();
    return new RuntimeEntry(
        need.language(),
        need.range().toString(),
        need.because(),
        analysis.runtimeModules(),
        bundled.map(LayoutRuntime::kind).orElse(null),
        bundled.map(LayoutRuntime::title).orElse(null),
        isTrimmed ? bundled.get().parts() : null,
        isTrimmed ? bundled.get().leftOut() : null);
  }

  private static StartEntry start(LaunchSpec start) {
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
        analysis.selection().bytes(component),
        component.items().size(),
        analysis.closure().reachedIn(component).size(),
        Reasons.of(component, analysis.closure()));
  }

  private static FileEntry file(WrittenFile written) {
    return entry(written.file(), written.sha256());
  }

  private static FileEntry entry(LayoutFile file, String digest) {
    List<FileEntry> inside =
        file.inside().stream().map(f -> entry(f, digest(f.content()))).toList();
    return new FileEntry(
        file.path(),
        file.content().size(),
        digest,
        file.executable() ? true : null,
        null,
        file.component().isEmpty() ? null : file.component(),
        file.reason(),
        inside.isEmpty() ? null : inside);
  }

  private static String digest(Content content) {
    try {
      return Sha256.of(content);
    } catch (IOException e) {
      throw new UncheckedIOException(e); // it was read a moment ago
    }
  }

  private static FileEntry link(LayoutLink link) {
    Content target = Content.of(link.target().getBytes(StandardCharsets.UTF_8));
    return new FileEntry(
        link.path(),
        target.size(),
        digest(target),
        null,
        link.target(),
        link.component().isEmpty() ? null : link.component(),
        link.reason(),
        null);
  }

  private List<LeftOutEntry> leftOut() {
    Stream<Ballast> all = Stream.concat(analysis.ballast().stream(), layout.leftOut().stream());
    Stream<LeftOutEntry> components =
        all.map(
            b ->
                b.path().isEmpty()
                    ? new LeftOutEntry(
                        b.component(), null, b.bytes(), b.reason(), folders(b.component()))
                    : new LeftOutEntry(b.component(), b.path(), b.bytes(), b.reason()));
    Stream<LeftOutEntry> besides =
        analysis.application().setAside().stream()
            .map(s -> new LeftOutEntry(s.path(), null, s.bytes(), "survey: " + s.takenFor()));
    return Stream.concat(components, besides).toList();
  }

  /** So that a rehearsal can tell in which component that is lies which is missed. */
  private List<String> folders(String component) {
    return analysis.application().components().stream()
        .filter(c -> c.name().equals(component))
        .flatMap(c -> c.items().stream())
        .map(i -> i.path().substring(0, Math.max(0, i.path().lastIndexOf('/'))))
        .distinct()
        .sorted()
        .toList();
  }

  private MissingEntry missing(Unresolved unmet) {
    return new MissingEntry(
        unmet.name(),
        unmet.rank().name().toLowerCase(Locale.ROOT),
        Reasons.sentence(unmet.demands().get(0)),
        unmet.demands().size(),
        analysis.isAccepted(unmet));
  }
}
