package dev.girdle.report;

import dev.girdle.closure.Rank;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Draws the picture of a finished artifact from its record. A record tells one reason for each
 * file; the links between items are not in it.
 */
public final class ArtifactReport {
  private static final String MADE = "made by Girdle";

  private final ArtifactRecord content;
  private final Map<String, Integer> numbers = new LinkedHashMap<>();
  private final List<ReportPart> parts = new ArrayList<>();
  private final List<ReportItem> pieces = new ArrayList<>();

  private ArtifactReport(ArtifactRecord content) {
    this.content = content;
  }

  /**
   * All that a page shows of an artifact, from its record.
   *
   * @param content the artifact's record
   * @param editions artifacts of the same application, the oldest release first
   * @param girdle the release of Girdle
   * @return the picture
   */
  public static ReportModel of(ArtifactRecord content, List<Edition> editions, String girdle) {
    return new ArtifactReport(content).draw(editions, girdle);
  }

  private ReportModel draw(List<Edition> editions, String girdle) {
    for (ComponentEntry component : content.components()) {
      add(component.name(), part(component));
    }
    for (FileEntry file : content.files()) {
      pieces.add(
          ReportItem.of(
              partOf(file), file.path(), file.bytes(), Disposition.NEEDED, file.reason()));
    }
    for (LeftOutEntry left : orNone(content.leftOut())) {
      if (!numbers.containsKey(left.component())) {
        String why = left.path() == null ? left.reason() : "nothing of it goes along";
        add(left.component(), ReportPart.besides(left.component(), "", why, false));
      }
      String path = left.path() == null ? "all of it" : left.path();
      pieces.add(
          ReportItem.of(
              numbers.get(left.component()), path, left.bytes(), Disposition.LEFT, left.reason()));
    }
    return new ReportModel(
        subject(girdle),
        parts,
        pieces,
        List.of(),
        orNone(content.missing()).stream().map(ArtifactReport::gap).toList(),
        List.of(),
        List.of(),
        Optional.empty(),
        editions,
        orNone(content.notices()));
  }

  private int partOf(FileEntry file) {
    String name = file.component() == null ? MADE : file.component();
    if (!numbers.containsKey(name)) {
      boolean isRuntime = content.runtimeInside().filter(r -> name.equals(r.title())).isPresent();
      add(
          name,
          ReportPart.besides(
              name,
              isRuntime ? "runtime" : "",
              isRuntime ? "the plan wants it to come along" : "an artifact needs it",
              true));
    }
    return numbers.get(name);
  }

  private void add(String name, ReportPart part) {
    numbers.put(name, parts.size());
    parts.add(part);
  }

  private static <T> List<T> orNone(List<T> list) {
    return list == null ? List.of() : list;
  }

  private static ReportPart part(ComponentEntry component) {
    return new ReportPart(
        component.name(),
        Objects.requireNonNullElse(component.origin(), ""),
        Objects.requireNonNullElse(component.role(), ""),
        Objects.requireNonNullElse(component.release(), ""),
        "",
        Objects.requireNonNullElse(component.reason(), ""),
        orNone(component.licences()),
        Objects.requireNonNullElse(component.address(), ""),
        true,
        true);
  }

  private Subject subject(String girdle) {
    return new Subject(
        Objects.requireNonNullElse(content.title(), content.name()),
        content.name(),
        Objects.requireNonNullElse(content.release(), ""),
        true,
        content.form(),
        Objects.requireNonNullElse(content.target(), ""),
        content.entryPoint(),
        Objects.requireNonNullElse(content.prune(), ""),
        runtime(content.runtime()),
        girdle);
  }

  private static String runtime(RuntimeEntry runtime) {
    if (runtime == null) {
      return "no runtime";
    }
    return runtime.title() == null
        ? runtime.text() + ", the receiver's own"
        : runtime.title() + ", " + runtime.bundled() + ", comes along";
  }

  private static Rank rank(String recorded) {
    return switch (recorded) {
      case "needed", "hard" -> Rank.NEEDED;
      case "perhaps" -> Rank.PERHAPS;
      default -> Rank.PREPARED;
    };
  }

  private static Gap gap(MissingEntry missing) {
    return new Gap(
        missing.name(),
        "",
        rank(missing.rank()),
        missing.accepted() ? "the plan" : "",
        "",
        missing.askedBy(),
        missing.places(),
        List.of());
  }
}
