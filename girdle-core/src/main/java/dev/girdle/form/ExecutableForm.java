package dev.girdle.form;

import dev.girdle.io.Sha256;
import dev.girdle.io.Template;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.LongConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Writes one file that starts by itself: a head in POSIX {@code sh}, and behind it the folder as a
 * compressed tar archive. The third line of the head is {@code # girdle-payload}, the head's
 * length, the archive's length (both in bytes) and the archive's SHA-256.
 */
public final class ExecutableForm implements Form {
  /** How the line starts that tells where the archive is. */
  public static final String MARK = "# girdle-payload ";

  private static final int SHORT = 16;

  /** Links are the same if they lead to the same; what they lead to is looked at by itself. */
  private static final String SAME_WITH_LINKS =
      """

      # Whether two files have the same bytes, or two links lead to the same place.
      is_same() {
        if [ -h "$1" ] || [ -h "$2" ]; then
          [ -h "$1" ] && [ -h "$2" ] && [ "$(readlink "$1")" = "$(readlink "$2")" ]
        else
          cmp -s "$1" "$2"
        fi
      }
      """;

  private final Pack pack;
  private final Head head;

  /**
   * What the head has to know.
   *
   * @param title what it is, for people
   * @param name fit for file names
   * @param variablePrefix what environment variables of the program start with
   * @param entries the names of its starters in {@code bin}, the main one first
   */
  public record Head(String title, String name, String variablePrefix, List<String> entries) {
    /** Copies the list. */
    public Head {
      entries = List.copyOf(entries);
    }
  }

  /**
   * Creates the form.
   *
   * @param pack how the folder is packed; without a top folder
   * @param head what the head has to know
   */
  public ExecutableForm(Pack pack, Head head) {
    this.pack = pack;
    this.head = head;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    Path payload = place.resolveSibling(place.getFileName() + ".payload");
    try {
      new TarForm(pack).write(layout, payload, accounts, progress);
      String digest;
      try (InputStream in = Files.newInputStream(payload)) {
        digest = Sha256.copy(in, OutputStream.nullOutputStream());
      }
      try (OutputStream out = Files.newOutputStream(place, StandardOpenOption.CREATE_NEW)) {
        out.write(head(Files.size(payload), digest, layout));
        Files.copy(payload, out);
      }
    } finally {
      Files.deleteIfExists(payload);
    }
    Permissions.executable(place);
  }

  /** All folders, each after a space and in single quotes, the artifact's own first. */
  private static String folders(Layout layout) {
    Set<String> folders = new TreeSet<>(Set.of("."));
    Stream.concat(
            layout.files().stream().map(LayoutFile::path),
            layout.links().stream().map(LayoutLink::path))
        .forEach(
            path -> {
              for (int slash = path.indexOf('/');
                  slash >= 0;
                  slash = path.indexOf('/', slash + 1)) {
                folders.add(path.substring(0, slash));
              }
            });
    return folders.stream()
        .map(f -> " '" + f.replace("'", "'\\''") + "'")
        .collect(Collectors.joining());
  }

  /** The head tells its own length, whose digits are part of it. */
  private byte[] head(long size, String digest, Layout layout) {
    byte[] bytes = head(0, size, digest, layout);
    for (int length = bytes.length; ; length = bytes.length) {
      bytes = head(length, size, digest, layout);
      if (bytes.length == length) {
        return bytes;
      }
    }
  }

  private byte[] head(long offset, long size, String digest, Layout layout) {
    Map<String, String> values = new HashMap<>();
    values.put("TITLE", head.title().replaceAll("\\p{Cntrl}", " "));
    values.put("NAME", head.name());
    values.put("VARIABLE", head.variablePrefix());
    values.put("MAIN", head.entries().get(0));
    values.put("ENTRIES", String.join(", ", head.entries()));
    values.put("OFFSET", Long.toString(offset));
    values.put("SIZE", Long.toString(size));
    values.put("DIGEST", digest);
    values.put("UNPACKER", pack.compression().text());
    values.put("SHORT", digest.substring(0, SHORT));
    values.put("FOLDERS", folders(layout));
    boolean hasLinks = !layout.links().isEmpty();
    values.put("SAME", hasLinks ? SAME_WITH_LINKS : "");
    values.put("IS_SAME", hasLinks ? "is_same" : "cmp -s");
    values.put("MAKE_ROOM", hasLinks ? "rm -f \"$base/$folder/$inside\" && " : "");
    values.put("UNIX_HEAD", Template.unixHead());
    String text = Template.fill(ExecutableForm.class, "executable.sh", values);
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
