package dev.girdle.report;

import dev.girdle.closure.How;
import dev.girdle.closure.Rank;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.ArtifactRecord.RuntimeEntry;
import dev.girdle.record.Demands;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Draws the picture of a finished artifact from its record, which tells one reason for each file,
 * and from its demands, which tell for each thing what reached it first.
 */
public final class ArtifactReport {
  private static final String MADE = "made by Girdle";

  private final ArtifactRecord content;
  private final Map<String, Integer> numbers = new LinkedHashMap<>();
  private final List<ReportPart> parts = new ArrayList<>();
  private final List<ReportItem> pieces = new ArrayList<>();
  private final Optional<Demands> demands;
  private final Map<String, Long> weights = new HashMap<>();
  private final Set<String> rested = new HashSet<>();

  private ArtifactReport(ArtifactRecord content, Optional<Demands> demands) {
    this.content = content;
    this.demands = demands;
  }

  /**
   * All that a page shows of an artifact, from its record.
   *
   * @param content the artifact's record
   * @param demands its demands; empty if it has none
   * @param editions artifacts of the same application, the oldest release first
   * @param girdle the release of Girdle
   * @return the picture
   */
  public static ReportModel of(
      ArtifactRecord content, Optional<Demands> demands, List<Edition> editions, String girdle) {
    return new ArtifactReport(content, demands).draw(editions, girdle);
  }

  private ReportModel draw(List<Edition> editions, String girdle) {
    for (ComponentEntry component : content.components()) {
      add(component.name(), part(component));
    }
    demands.ifPresent(this::addItems);
    for (FileEntry file : content.files()) {
      addFile(file);
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
        demands.map(ArtifactReport::links).orElse(List.of()),
        orNone(content.missing()).stream().map(ArtifactReport::gap).toList(),
        List.of(),
        List.of(),
        Optional.empty(),
        editions,
        orNone(content.notices()));
  }

  /** The things in the closure come first, so that their numbers are those of the demands. */
  private void addItems(Demands known) {
    for (Demands.Reached item : known.items()) {
      String component = known.components().get(item.component());
      if (!numbers.containsKey(component)) {
        add(
            component,
            new ReportPart(
                component, "", "runtime", "", "", "it is asked for", List.of(), "", true, false));
      }
      int part = numbers.get(component);
      Demands.Asked first = known.demands().get(item.demand());
      boolean isSupplied = parts.get(part).supplied();
      long bytes = isSupplied ? item.bytes() : 0;
      weights.merge(component, bytes, Long::sum);
      pieces.add(
          new ReportItem(
              part,
              item.path(),
              item.called(),
              bytes,
              Disposition.NEEDED,
              "",
              item.demand(),
              first.by() == null
                  ? List.of()
                  : List.of(new ReportItem.Asker(first.by(), how(known, first)))));
    }
  }

  private static How how(Demands known, Demands.Asked asked) {
    Demands.Way way = known.ways().get(asked.way());
    return How.of(way.id(), way.verb(), way.passive());
  }

  private static List<Link> links(Demands known) {
    return known.demands().stream()
        .map(
            d ->
                new Link(
                    d.by() == null ? -1 : d.by(),
                    Objects.requireNonNullElse(d.member(), ""),
                    d.line() == null ? 0 : d.line(),
                    how(known, d),
                    d.name(),
                    Objects.requireNonNullElse(d.soft(), ""),
                    d.after() == null ? -1 : d.after()))
        .toList();
  }

  /** Of files whose things are drawn already, the rest. */
  private void addFile(FileEntry file) {
    String component = file.component();
    if (component == null || !weights.containsKey(component)) {
      pieces.add(
          ReportItem.of(
              partOf(file), file.path(), file.bytes(), Disposition.NEEDED, file.reason()));
      return;
    }
    long all =
        content.files().stream().filter(f -> isOf(f, component)).mapToLong(FileEntry::bytes).sum();
    if (rested.add(component) && all > weights.get(component)) {
      pieces.add(
          ReportItem.of(
              partOf(file),
              "(what nothing is known to ask for)",
              all - weights.get(component),
              Disposition.ALONG,
              file.reason()));
    }
  }

  private static boolean isOf(FileEntry file, String component) {
    return component.equals(file.component());
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
