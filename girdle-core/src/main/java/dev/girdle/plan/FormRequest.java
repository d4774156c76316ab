package dev.girdle.plan;

import dev.girdle.io.Compression;
import java.util.Optional;

/**
 * A form that is to be made.
 *
 * @param kind the form
 * @param archive how components lie in an archive; of no meaning for other forms
 * @param as the file name of the artifact, in which {@code {name}}, {@code {release}} and {@code
 *     {target}} stand for what they say; empty for the usual one
 * @param level how hard what is not compressed yet is compressed, from 1 to 9
 * @param compression how an executable or the layers of an image are compressed; of no meaning for
 *     other forms
 */
public record FormRequest(
    FormKind kind, ArchiveKind archive, Optional<String> as, int level, Compression compression) {
  /** What compresses well and does not take long. */
  public static final int USUAL_COMPRESSION = 6;

  /**
   * A form with nothing else asked for.
   *
   * @param kind the form
   * @return components lie whole in an archive
   */
  public static FormRequest of(FormKind kind) {
    return new FormRequest(
        kind, ArchiveKind.FITTING, Optional.empty(), USUAL_COMPRESSION, Compression.GZIP);
  }

  /**
   * How users call it.
   *
   * @return "folder", "zip", "tgz", "executable", "image", "symbols", "nested archive" or "merged
   *     archive"
   */
  public String label() {
    return switch (kind) {
      case FOLDER, ZIP, TGZ, EXECUTABLE, IMAGE, SYMBOLS -> kind.text();
      case ARCHIVE -> archive == ArchiveKind.MERGED ? "merged archive" : "nested archive";
    };
  }

  /**
   * The same form under another name.
   *
   * @param fileName the file name
   * @return a new request
   */
  public FormRequest as(String fileName) {
    return new FormRequest(kind, archive, Optional.of(fileName), level, compression);
  }

  /**
   * The same form, compressed otherwise.
   *
   * @param newCompression how an executable is compressed
   * @return a new request
   */
  public FormRequest with(Compression newCompression) {
    return new FormRequest(kind, archive, as, level, newCompression);
  }

  /**
   * The same form with components lying otherwise.
   *
   * @param newArchive how components lie in an archive
   * @return a new request
   */
  public FormRequest with(ArchiveKind newArchive) {
    return new FormRequest(kind, newArchive, as, level, compression);
  }
}
