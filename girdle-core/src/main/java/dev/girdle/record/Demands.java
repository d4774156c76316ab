package dev.girdle.record;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.MediaTypes;
import dev.girdle.io.Compression;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The closure of an artifact: for each thing in it the demand that reached it first, so that
 * whoever has only the artifact can ask why something is in it. It lies beside the record,
 * compressed (JSON, RFC 1952), in the shape of {@code docs/schema/demands.schema.json}.
 *
 * @param format the version of this shape, {@value #FORMAT}
 * @param components what the items lie in
 * @param ways the ways of asking
 * @param items what is in the closure, in the order in which it was reached
 * @param demands what was asked for; each after or before those that it follows from
 */
public record Demands(
    int format, List<String> components, List<Way> ways, List<Reached> items, List<Asked> demands) {
  /** The version of the shape that this release writes. */
  public static final int FORMAT = 1;

  /** Where they lie in a folder. */
  public static final String IN_FOLDER = "girdle-demands.json.gz";

  /** Where they lie in an archive that hides them, below the folder for such things. */
  public static final String IN_ARCHIVE = "demands.json.gz";

  private static final int LEVEL = 9;
  private static final int LARGEST = 64 << 20;
  private static final int LARGEST_UNPACKED = 512 << 20;
  private static final JsonMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  /** Copies the lists. */
  public Demands {
    components = List.copyOf(components);
    ways = List.copyOf(ways);
    items = List.copyOf(items);
    demands = List.copyOf(demands);
  }

  /**
   * A way of asking.
   *
   * @param id short, of small letters
   * @param verb for a sentence with the asking thing before and the wanted one after it
   * @param passive for a sentence with the wanted thing before and the asking one after it
   */
  public record Way(String id, String verb, String passive) {}

  /**
   * A thing in the closure.
   *
   * @param component the number of what it lies in
   * @param path where it lies in it
   * @param name what its language calls it; null if that is its path
   * @param bytes how much room it takes where it lay; in an archive, packed
   * @param demand the number of the demand that reached it first
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Reached(int component, String path, String name, long bytes, int demand) {
    /**
     * What its language calls it.
     *
     * @return never null
     */
    @JsonIgnore
    public String called() {
      return name == null ? path : name;
    }
  }

  /**
   * A demand.
   *
   * @param by the number of the item that asks; null if no item does
   * @param member the method or field it stands in; null if it belongs to the whole item
   * @param line the line it stands in, from 1; null if not known
   * @param place where it stands, if that is not just item, member and line; null otherwise
   * @param way the number of the way of asking
   * @param name what is asked for
   * @param soft why it is not hard, perhaps without a word; null if it is
   * @param after the number of the demand that it follows from; null for the first
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Asked(
      Integer by,
      String member,
      Integer line,
      String place,
      int way,
      String name,
      String soft,
      Integer after) {}

  /**
   * A demand in words.
   *
   * @param place where it stands
   * @param how the way of asking, by its id
   * @param name what is asked for
   * @param isHard whether it is needed in any case
   * @param excuse why it is not hard; may be empty
   * @param sentence all of it
   */
  public record Step(
      String place, String how, String name, boolean isHard, String excuse, String sentence) {}

  /**
   * The explanation of a demand: the demands that lead to it, and itself.
   *
   * @param demand its number
   * @return from the plan's demand to this one
   */
  public List<Step> chain(int demand) {
    List<Step> chain = new ArrayList<>();
    Set<Integer> seen = new HashSet<>();
    Integer next = demand;
    while (next != null && next >= 0 && next < demands.size() && seen.add(next)) {
      chain.add(step(demands.get(next)));
      next = demands.get(next).after();
    }
    Collections.reverse(chain);
    return chain;
  }

  /**
   * A demand in words.
   *
   * @param asked the demand
   * @return the words
   */
  public Step step(Asked asked) {
    Way way = ways.get(asked.way());
    String place = place(asked);
    String comma = asked.line() != null && asked.by() != null ? ", " : " ";
    return new Step(
        place,
        way.id(),
        asked.name(),
        asked.soft() == null,
        asked.soft() == null ? "" : asked.soft(),
        place + comma + way.verb() + " " + asked.name());
  }

  private String place(Asked asked) {
    if (asked.place() != null || asked.by() == null) {
      return asked.place() == null ? "the plan" : asked.place();
    }
    String where = items.get(asked.by()).called();
    where = asked.member() == null ? where : where + "." + asked.member();
    return asked.line() == null ? where : where + ", line " + asked.line();
  }

  /**
   * As they lie in artifacts.
   *
   * @return the same bytes for the same demands
   */
  public byte[] bytes() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (OutputStream out = Compression.GZIP.over(bytes, LEVEL)) {
      out.write(JSON.writeValueAsBytes(this));
    } catch (IOException e) {
      throw new IllegalStateException(e); // it is in memory
    }
    return bytes.toByteArray();
  }

  /**
   * Reads what lies in an artifact.
   *
   * @param artifact of any form
   * @return empty if there are none: it was made by an older Girdle
   * @throws IOException if it cannot be read
   */
  public static Optional<Demands> in(Path artifact) throws IOException {
    try (ImageLayout layout = ImageLayout.open(artifact).orElse(null)) {
      if (layout != null) {
        Optional<byte[]> bytes = layout.attached(null, MediaTypes.DEMANDS);
        return bytes.isPresent() ? Optional.of(read(bytes.get())) : Optional.empty();
      }
    }
    Optional<byte[]> found =
        ArtifactReader.fileCalled(artifact, Set.of(IN_FOLDER, IN_ARCHIVE), LARGEST);
    return found.isPresent() ? Optional.of(read(found.get())) : Optional.empty();
  }

  private static Demands read(byte[] bytes) throws IOException {
    try (InputStream in =
        Compression.undo(new BufferedInputStream(new ByteArrayInputStream(bytes)))) {
      byte[] json = in.readNBytes(LARGEST_UNPACKED + 1);
      if (json.length > LARGEST_UNPACKED) {
        throw new IOException("its demands unpack to more than can be meant well");
      }
      Demands read = JSON.readValue(json, Demands.class);
      if (read.format() > FORMAT) {
        throw new IOException("its demands were written by a newer Girdle");
      }
      read.requireSound();
      return read;
    } catch (JsonProcessingException | NullPointerException e) {
      throw new IOException("its demands cannot be read", e);
    }
  }

  /** Numbers have to lead somewhere. */
  private void requireSound() throws IOException {
    boolean isSound =
        items.stream()
                .allMatch(
                    i ->
                        i.path() != null
                            && isOf(i.component(), components)
                            && isOf(i.demand(), demands))
            && demands.stream()
                .allMatch(
                    d ->
                        d.name() != null
                            && isOf(d.way(), ways)
                            && (d.by() == null || isOf(d.by(), items))
                            && (d.after() == null || isOf(d.after(), demands)));
    if (!isSound) {
      throw new IOException("its demands lead nowhere; they were altered");
    }
  }

  private static boolean isOf(int number, List<?> all) {
    return number >= 0 && number < all.size();
  }
}
