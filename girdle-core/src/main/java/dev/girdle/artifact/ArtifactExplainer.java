package dev.girdle.artifact;

import dev.girdle.app.Nearest;
import dev.girdle.artifact.Recorded.State;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.ArtifactRecord.LeftOutEntry;
import dev.girdle.record.ArtifactRecord.MissingEntry;
import dev.girdle.record.Demands;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/** Answers from an artifact alone why something is in, out, or missing. */
public final class ArtifactExplainer {
  private static final int MOST = 20;

  private final ArtifactRecord told;
  private final Demands demands;

  /**
   * Creates an explainer.
   *
   * @param told the artifact's record
   * @param demands its demands
   */
  public ArtifactExplainer(ArtifactRecord told, Demands demands) {
    this.told = told;
    this.demands = demands;
  }

  /**
   * Explains a thing.
   *
   * @param thing a class by its full or simple name, a file, a component, or something missing
   * @return one explanation for each thing that the name may mean; at least one
   * @throws GirdleException if there is no such thing; the nearest names are told
   */
  public List<Recorded> explain(String thing) {
    List<Recorded> found = new ArrayList<>();
    for (ComponentEntry one : told.components()) {
      if (isCalled(one, thing)) {
        found.add(component(one));
      }
    }
    if (found.isEmpty()) {
      demands.items().stream()
          .filter(i -> isCalled(i.called(), thing) || isCalled(i.path(), thing))
          .limit(MOST)
          .forEach(i -> found.add(item(i)));
    }
    if (found.isEmpty()) {
      told.files().forEach(f -> files(f, "", thing, found));
    }
    for (LeftOutEntry one : told.leftOut()) {
      if (found.size() < MOST && isCalled(one, thing)) {
        found.add(
            new Recorded(
                one.path() == null ? one.component() : one.path(),
                State.LEFT_OUT,
                one.path() == null || one.component() == null ? "" : one.component(),
                one.reason(),
                one.bytes(),
                0,
                0,
                List.of()));
      }
    }
    for (MissingEntry one : told.missing()) {
      if (isCalled(one.name(), thing)) {
        found.add(
            new Recorded(one.name(), State.MISSING, one.rank(), one.askedBy(), 0, 0, 0, List.of()));
      }
    }
    if (found.isEmpty()) {
      throw unknown(thing);
    }
    return found;
  }

  private static boolean isCalled(ComponentEntry one, String thing) {
    String origin = Objects.requireNonNullElse(one.origin(), "");
    return one.name().equals(thing)
        || origin.equals(thing)
        || one.release() != null && one.name().startsWith(thing + "-" + one.release())
        || Paths.fileName(origin).equals(thing);
  }

  private static boolean isCalled(LeftOutEntry one, String thing) {
    return one.path() == null
        ? one.component() != null
            && (one.component().equals(thing) || Paths.fileName(one.component()).equals(thing))
        : isCalled(one.path(), thing);
  }

  /** By its full name, or by its end. */
  private static boolean isCalled(String name, String thing) {
    if (!name.endsWith(thing)) {
      return false;
    }
    int before = name.length() - thing.length() - 1;
    return before < 0 || "./$".indexOf(name.charAt(before)) >= 0;
  }

  private Recorded component(ComponentEntry one) {
    int number = demands.components().indexOf(one.name());
    List<Demands.Step> chain =
        demands.items().stream()
            .filter(i -> i.component() == number)
            .findFirst()
            .map(i -> demands.chain(i.demand()))
            .orElse(List.of());
    return new Recorded(
        one.name(),
        State.COMPONENT,
        Objects.requireNonNullElse(one.origin(), ""),
        one.reason(),
        one.bytes(),
        one.reached(),
        one.items(),
        chain);
  }

  private Recorded item(Demands.Reached item) {
    return new Recorded(
        item.called(),
        State.REACHED,
        demands.components().get(item.component()),
        "",
        item.bytes(),
        0,
        0,
        demands.chain(item.demand()));
  }

  private static void files(FileEntry file, String in, String thing, List<Recorded> found) {
    if (found.size() < MOST && isCalled(file.path(), thing)) {
      found.add(
          new Recorded(file.path(), State.FILE, in, file.reason(), file.bytes(), 0, 0, List.of()));
    }
    if (file.inside() != null) {
      file.inside().forEach(f -> files(f, file.path(), thing, found));
    }
  }

  private GirdleException unknown(String thing) {
    Set<String> names = new LinkedHashSet<>();
    told.components().forEach(c -> names.add(c.name()));
    demands.items().forEach(i -> names.add(i.called()));
    told.files().forEach(f -> names.add(f.path()));
    told.leftOut().forEach(l -> names.add(l.path() == null ? l.component() : l.path()));
    told.missing().forEach(m -> names.add(m.name()));
    names.removeIf(Objects::isNull);
    List<String> near = Nearest.to(thing, names, 3);
    List<String> lines = new ArrayList<>();
    lines.add(
        "nothing in "
            + told.name()
            + " is called "
            + thing
            + (near.isEmpty() ? "" : "; did you mean " + near.get(0) + "?"));
    near.stream().skip(1).forEach(n -> lines.add("  or " + n));
    if (near.isEmpty()) {
      lines.add("  Give a class by its name, a file by its path, or a component.");
    }
    return new GirdleException(Fault.REQUEST, lines);
  }
}
