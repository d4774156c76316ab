package dev.girdle.depot.pieces;

import com.fasterxml.jackson.annotation.JsonFormat;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonPropertyOrder;
import java.util.List;
import java.util.Map;

/**
 * Of which pieces an artifact is put together: the document of the media type {@code
 * application/vnd.girdle.pieces.list.v1+zstd}, JSON that is compressed (RFC 8878).
 *
 * @param format 1
 * @param isFolder whether the artifact is a folder, and not one file
 * @param files its files, by path
 * @param links its symbolic links: where each leads, by its path; null for none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record PieceList(int format, boolean isFolder, List<File> files, Map<String, String> links) {
  /**
   * A file.
   *
   * @param path with slashes, in the artifact; the file's name if the artifact is that file
   * @param executable whether it may be executed; null if it may not
   * @param bytes its size
   * @param isRecord whether its bytes are those of the record that is the manifest's configuration,
   *     so that they need not travel twice; null if not
   * @param runs of which pieces it is put together, in their order
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record File(
      String path, Boolean executable, long bytes, Boolean isRecord, List<Run> runs) {
    /** Copies the list. */
    public File {
      runs = runs == null ? List.of() : List.copyOf(runs);
    }

    File asRecord() {
      return new File(path, executable, bytes, Boolean.TRUE, runs);
    }
  }

  /**
   * Pieces that lie one after the other in a pack. In JSON three numbers.
   *
   * @param pack which pack, counted from 0 in the order of the manifest
   * @param first the first piece of it
   * @param count how many
   */
  @JsonFormat(shape = JsonFormat.Shape.ARRAY)
  @JsonPropertyOrder({"pack", "first", "count"})
  public record Run(int pack, int first, int count) {}

  /** Copies list and map. */
  public PieceList {
    files = files == null ? List.of() : List.copyOf(files);
    links =
        links == null || links.isEmpty()
            ? null
            : java.util.Collections.unmodifiableMap(new java.util.TreeMap<>(links));
  }

  /**
   * How large the artifact is.
   *
   * @return bytes of all files
   */
  public long bytes() {
    return files.stream().mapToLong(File::bytes).sum();
  }
}
