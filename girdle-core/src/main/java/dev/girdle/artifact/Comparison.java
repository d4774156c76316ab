package dev.girdle.artifact;

import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.ArtifactRecord.ComponentEntry;
import dev.girdle.record.ArtifactRecord.FileEntry;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;

/**
 * What differs between two artifacts, of which the second is the newer.
 *
 * @param facts what is different about the artifacts themselves
 * @param components the components that differ, those that grew most first
 * @param files the files that differ, in the same order
 * @param same how many components are the same in both
 * @param before the size of the first, bytes on disk
 * @param after the size of the second, bytes on disk
 */
public record Comparison(
    List<Fact> facts,
    List<Change> components,
    List<Change> files,
    int same,
    long before,
    long after) {
  /** Copies the lists. */
  public Comparison {
    facts = List.copyOf(facts);
    components = List.copyOf(components);
    files = List.copyOf(files);
  }

  /**
   * Something that is different about the artifacts themselves.
   *
   * @param what what it is
   * @param before how it was; empty if it was not said
   * @param after how it is; empty if it is not said
   */
  public record Fact(String what, String before, String after) {}

  /** What became of something. */
  public enum Kind {
    /** It is new. */
    ADDED,
    /** It is not there any more. */
    GONE,
    /** It is another. */
    CHANGED
  }

  /**
   * Something that is not the same in both.
   *
   * @param kind what became of it
   * @param name its name, in the newer artifact if it is there
   * @param detail from which release to which, or under which name it was; may be empty
   * @param before bytes, 0 if it is new
   * @param after bytes, 0 if it is gone
   */
  public record Change(Kind kind, String name, String detail, long before, long after) {
    /**
     * How much larger it is.
     *
     * @return bytes; negative if it is smaller
     */
    public long growth() {
      return after - before;
    }
  }

  /**
   * Compares two artifacts by their records and sizes.
   *
   * @param a the older artifact
   * @param b the newer artifact
   * @param before the size of the older, bytes on disk
   * @param after the size of the newer, bytes on disk
   * @return what differs
   */
  public static Comparison of(ArtifactRecord a, ArtifactRecord b, long before, long after) {
    List<Change> components =
        changes(
            byKey(a.components(), Comparison::key),
            byKey(b.components(), Comparison::key),
            Comparison::component);
    List<Change> files =
        changes(byKey(a.files(), file(a)), byKey(b.files(), file(b)), Comparison::file);
    int same =
        b.components().size()
            - (int) components.stream().filter(c -> c.kind() != Kind.GONE).count();
    return new Comparison(facts(a, b), components, files, same, before, after);
  }

  /**
   * How much larger the newer artifact is, as a share of the older.
   *
   * @return 0.05 for a twentieth; negative if it is smaller
   */
  public double growth() {
    return before == 0 ? 0 : (double) (after - before) / before;
  }

  /** A component is the same one in another release. */
  private static String key(ComponentEntry component) {
    String name = component.name();
    return component.release() == null ? name : name.replace("-" + component.release(), "");
  }

  /** The file of a component bears the component's release in its name. */
  private static Function<FileEntry, String> file(ArtifactRecord record) {
    Map<String, String> releases = new LinkedHashMap<>();
    record.components().stream()
        .filter(c -> c.release() != null)
        .forEach(c -> releases.put(c.name(), "-" + c.release()));
    return f ->
        f.component() == null
            ? f.path()
            : f.path().replace(releases.getOrDefault(f.component(), "\0"), "");
  }

  private static <T> Map<String, T> byKey(List<T> all, Function<T, String> key) {
    Map<String, T> map = new LinkedHashMap<>();
    for (T one : all) {
      String name = key.apply(one);
      while (map.containsKey(name)) {
        name += "'"; // two releases of one library are two things
      }
      map.put(name, one);
    }
    return map;
  }

  private interface Pair<T> {
    /** Null if they are the same; one of them is null if it is not there. */
    Change of(T before, T after);
  }

  private static <T> List<Change> changes(Map<String, T> a, Map<String, T> b, Pair<T> pair) {
    List<Change> changes = new ArrayList<>();
    b.forEach((key, after) -> changes.add(pair.of(a.get(key), after)));
    a.forEach(
        (key, before) -> {
          if (!b.containsKey(key)) {
            changes.add(pair.of(before, null));
          }
        });
    return changes.stream()
        .filter(Objects::nonNull)
        .sorted(Comparator.comparingLong(Change::growth).reversed().thenComparing(Change::name))
        .toList();
  }

  private static Change component(ComponentEntry before, ComponentEntry after) {
    if (before == null) {
      return new Change(Kind.ADDED, after.name(), after.reason(), 0, after.bytes());
    }
    if (after == null) {
      return new Change(Kind.GONE, before.name(), "", before.bytes(), 0);
    }
    boolean sameRelease = Objects.equals(before.release(), after.release());
    if (sameRelease && before.bytes() == after.bytes()) {
      return null;
    }
    String detail =
        sameRelease ? "" : orUnknown(before.release()) + " to " + orUnknown(after.release());
    return new Change(Kind.CHANGED, after.name(), detail, before.bytes(), after.bytes());
  }

  private static Change file(FileEntry before, FileEntry after) {
    if (before == null) {
      return new Change(Kind.ADDED, after.path(), after.reason(), 0, after.bytes());
    }
    if (after == null) {
      return new Change(Kind.GONE, before.path(), "", before.bytes(), 0);
    }
    if (before.sha256().equals(after.sha256())) {
      return null;
    }
    String detail = before.path().equals(after.path()) ? "" : "was " + before.path();
    return new Change(Kind.CHANGED, after.path(), detail, before.bytes(), after.bytes());
  }

  private static List<Fact> facts(ArtifactRecord a, ArtifactRecord b) {
    List<Fact> facts = new ArrayList<>();
    add(facts, "name", a.name(), b.name());
    add(facts, "release", a.release(), b.release());
    add(facts, "form", a.form(), b.form());
    add(facts, "target", a.target(), b.target());
    add(facts, "starts", a.entryPoint(), b.entryPoint());
    add(facts, "needs", need(a), need(b));
    add(facts, "modules", uses(a), uses(b));
    add(facts, "pruned of", a.prune(), b.prune());
    add(facts, "missing", missing(a), missing(b));
    add(facts, "made by Girdle", a.girdle(), b.girdle());
    return facts;
  }

  private static String uses(ArtifactRecord artifact) {
    return artifact.runtime() == null ? "" : String.join(" ", artifact.runtime().uses());
  }

  private static String need(ArtifactRecord artifact) {
    return artifact.runtime() == null ? "nothing" : artifact.runtime().text();
  }

  private static String missing(ArtifactRecord artifact) {
    return Long.toString(artifact.missing().stream().filter(m -> m.isNeeded()).count());
  }

  private static void add(List<Fact> facts, String what, String before, String after) {
    if (!Objects.equals(before, after)) {
      facts.add(new Fact(what, orEmpty(before), orEmpty(after)));
    }
  }

  private static String orEmpty(String text) {
    return text == null ? "" : text;
  }

  private static String orUnknown(String release) {
    return release == null ? "not known" : release;
  }
}
