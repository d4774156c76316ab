package dev.girdle.record;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import dev.girdle.app.ReleaseRange;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The account of one artifact. In JSON it has the shape of {@code docs/schema/record.schema.json}.
 *
 * @param format the version of this shape, {@value #FORMAT}
 * @param language the id of the language that leads; null in records of format 1
 * @param girdle the release of Girdle that made the artifact
 * @param name the application's name
 * @param release the application's release; null if not known
 * @param title what people call it; null if the plan says nothing
 * @param vendor who makes it; null if the plan says nothing
 * @param identifier in reverse-domain notation; null if the plan says nothing
 * @param licence its own licence; null if the plan says nothing
 * @param description what it is for, a sentence; null if the plan says nothing, and in records of
 *     older releases
 * @param homepage where more about it stands; null as above
 * @param hasIcon whether it has an icon; null in records of older releases
 * @param form what the artifact is: "folder", "zip", "tgz", "nested archive", "merged archive"
 * @param entryPoint where execution starts
 * @param entries the ways to start it, the main one first; null in records of older releases
 * @param prune how finely things were left out; null in records of older releases
 * @param target where it is to run; null for everywhere
 * @param runtime the runtime that is needed; null if the program needs none
 * @param components what went in
 * @param files every file but the record itself
 * @param leftOut what was there and did not go in
 * @param missing what is asked for and not there
 * @param notices what was odd, one sentence each
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ArtifactRecord(
    int format,
    String language,
    String girdle,
    String name,
    String release,
    String title,
    String vendor,
    String identifier,
    String licence,
    String description,
    String homepage,
    Boolean hasIcon,
    String form,
    String entryPoint,
    List<StartEntry> entries,
    String prune,
    String target,
    RuntimeEntry runtime,
    List<ComponentEntry> components,
    List<FileEntry> files,
    List<LeftOutEntry> leftOut,
    List<MissingEntry> missing,
    List<String> notices) {
  /** The version of the shape that this release writes. */
  public static final int FORMAT = 2;

  /**
   * The runtime that goes along.
   *
   * @return empty if none does, or none is needed
   */
  @JsonIgnore
  public Optional<RuntimeEntry> runtimeInside() {
    return Optional.ofNullable(runtime).filter(r -> r.bundled() != null);
  }

  /**
   * Whether the receiver's machine has to have a runtime.
   *
   * @return false if one goes along, or none is needed
   */
  @JsonIgnore
  public boolean needsRuntime() {
    return runtime != null && runtime.bundled() == null;
  }

  /**
   * A way to start it.
   *
   * @param name what it is called
   * @param starts where execution starts
   * @param module the module that it is started in; null for none
   * @param arguments that the program is always given first
   * @param options for the runtime
   * @param environment variables that it sets; null for none
   * @param window whether it opens a window; null if it does not
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record StartEntry(
      String name,
      String starts,
      String module,
      List<String> arguments,
      List<String> options,
      Map<String, String> environment,
      Boolean window) {}

  /**
   * The runtime that is needed.
   *
   * @param language for example "Java"
   * @param needs which releases will do: {@code >=17}, {@code =21}, {@code >=18.17 <21}
   * @param because the item that asks for it
   * @param uses the parts of the runtime that are reached
   * @param bundled "whole" or "trimmed" if a runtime goes along; null if none does
   * @param title the runtime that goes along; null if none does
   * @param parts the parts of it that go along, each with the reason; null if all do, or none does
   * @param leftOut parts that stay behind though nobody looked whether they are needed: modules
   *     that only services or reflection ask for, files for development; each with the reason; null
   *     as above
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record RuntimeEntry(
      String language,
      String needs,
      String because,
      List<String> uses,
      String bundled,
      String title,
      Map<String, String> parts,
      Map<String, String> leftOut) {
    /**
     * Which releases will do.
     *
     * @return the range
     */
    public ReleaseRange range() {
      return ReleaseRange.of(needs);
    }

    /**
     * What is needed, for sentences.
     *
     * @return for example {@code Java 17 or newer}
     */
    public String text() {
      return language + " " + range().words();
    }
  }

  /**
   * A component that went in.
   *
   * @param name its name
   * @param origin where it lay in the application
   * @param release its release; null if not known
   * @param address its package URL; null in records of older releases, or if none can be made
   * @param licences its licences; null in records of older releases
   * @param role what it is to the application
   * @param bytes its size where it came from
   * @param items how many items it has
   * @param reached how many of them are in the closure
   * @param reason why it went in
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record ComponentEntry(
      String name,
      String origin,
      String release,
      String address,
      List<String> licences,
      String role,
      long bytes,
      int items,
      int reached,
      String reason) {}

  /**
   * A file of the artifact.
   *
   * @param path where it is
   * @param bytes its size, not compressed
   * @param sha256 SHA-256 of its bytes, in hexadecimal
   * @param executable whether it may be executed; null if it may not
   * @param link where it leads, if it is a symbolic link, whose bytes are those of this text; null
   *     if it is a file
   * @param component the component it came from; null for a file that Girdle made
   * @param reason why it is there
   * @param inside the files in it, by their paths in it, if it is an archive of the application's;
   *     null otherwise
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record FileEntry(
      String path,
      long bytes,
      String sha256,
      Boolean executable,
      String link,
      String component,
      String reason,
      List<FileEntry> inside) {
    /**
     * A file.
     *
     * @param path where it is
     * @param bytes its size, not compressed
     * @param sha256 SHA-256 of its bytes, in hexadecimal
     * @param executable whether it may be executed; null if it may not
     * @param component the component it came from; null for a file that Girdle made
     * @param reason why it is there
     */
    public FileEntry(
        String path,
        long bytes,
        String sha256,
        Boolean executable,
        String component,
        String reason) {
      this(path, bytes, sha256, executable, null, component, reason, null);
    }
  }

  /**
   * Something that did not go in.
   *
   * @param component the component that it is, or is part of
   * @param path where it lay in the component; null for the whole component
   * @param bytes its size
   * @param reason why it could stay behind
   * @param holds for a whole component, the folders in it that hold items; null for anything else,
   *     and in records of older releases
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record LeftOutEntry(
      String component, String path, long bytes, String reason, List<String> holds) {
    /**
     * Something that is not a whole component.
     *
     * @param component the component that it is part of
     * @param path where it lay in the component; null for what is no component
     * @param bytes its size
     * @param reason why it could stay behind
     */
    public LeftOutEntry(String component, String path, long bytes, String reason) {
      this(component, path, bytes, reason, null);
    }
  }

  /**
   * Something that is asked for and not there.
   *
   * @param name what is asked for
   * @param rank how sure it is that it is needed: "needed", "perhaps" or "prepared"; in records of
   *     older releases "hard" or "soft"
   * @param askedBy the first place that asks for it
   * @param places how many places ask for it
   * @param accepted whether the user said that it may be missing
   */
  public record MissingEntry(
      String name, String rank, String askedBy, int places, boolean accepted) {
    /**
     * Whether it is sure that the program needs it.
     *
     * @return false for what is only perhaps needed
     */
    @JsonIgnore
    public boolean isNeeded() {
      return rank.equals("needed") || rank.equals("hard");
    }
  }
}
