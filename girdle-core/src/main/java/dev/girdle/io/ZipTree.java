package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/**
 * A zip archive (jar and the like), on disk or inside another archive.
 *
 * <p>Opening it checks all that can be known without unpacking: names that lead out of a folder,
 * one name twice, methods that cannot be read, sizes beyond {@link ArchiveBounds}. Reading an entry
 * never gives more bytes than the archive's directory promises.
 */
public final class ZipTree implements FileTree {
  /** PATH_MAX of Linux: no link leads further. */
  private static final int LONGEST_LINK = 4096;

  /** Where more are meant, they are counted elsewhere. */
  private static final int MOST_COUNTED = 0xffff;

  private final SeekableByteChannel channel;
  private final ZipFile zip;
  private final List<TreeFile> files = new ArrayList<>();
  private final List<ZipArchiveEntry> linked = new ArrayList<>();
  private final List<String> folders = new ArrayList<>();
  private final List<String> notices = new ArrayList<>();
  private final List<ZipArchiveEntry> entries = new ArrayList<>();

  private ZipTree(SeekableByteChannel channel, ZipFile zip) {
    this.channel = channel;
    this.zip = zip;
  }

  /**
   * Opens an archive, on disk or inside another archive.
   *
   * @param content the bytes of the archive
   * @param label how the user calls it, for messages
   * @return the open archive, to be closed by the caller
   * @throws GirdleException if it is no archive, damaged, or hostile; all that is wrong is told
   * @throws IOException if it cannot be read
   */
  public static ZipTree open(Content content, String label) throws IOException {
    SeekableByteChannel channel = Channels.seekable(content);
    try {
      return open(channel, label);
    } catch (IOException | RuntimeException e) {
      channel.close();
      throw e;
    }
  }

  /**
   * Whether a file is a zip archive, perhaps with a program before it.
   *
   * @param file an existing file
   * @return true also if it is a damaged one
   * @throws IOException if it cannot be read
   */
  public static boolean mayBeOne(Path file) throws IOException {
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      byte[] magic = Channels.head(channel, 2);
      boolean isZip = magic.length == 2 && magic[0] == 'P' && magic[1] == 'K';
      return isZip || ZipEnd.of(channel).isPresent();
    }
  }

  private static ZipTree open(SeekableByteChannel channel, String label) throws IOException {
    byte[] magic = Channels.head(channel, 4);
    boolean isZip = magic.length == 4 && magic[0] == 'P' && magic[1] == 'K';
    boolean isScript = magic.length == 4 && magic[0] == '#' && magic[1] == '!';
    boolean isProgram = magic.length == 4 && magic[0] == 'M' && magic[1] == 'Z';
    boolean hasArchive = isZip || isScript || isProgram && ZipEnd.of(channel).isPresent();
    if (!hasArchive) { // something may stand before an archive, so that it can be started
      channel.close();
      throw GirdleException.application(
          label
              + " is not a jar: it is no zip archive"
              + (magic.length == 0 ? " (empty file)" : ""));
    }
    ZipFile zip;
    int said;
    try {
      said = said(channel, label);
      zip = ZipFile.builder().setSeekableByteChannel(channel).setIgnoreLocalFileHeader(true).get();
    } catch (GirdleException e) {
      channel.close();
      throw e;
    } catch (IOException | RuntimeException e) {
      channel.close();
      throw new GirdleException(
          Fault.APPLICATION,
          e,
          label + " is damaged: the directory at its end is missing or not readable.",
          "  It was probably cut off while it was copied. Copy or build it again.");
    }
    ZipTree tree = new ZipTree(channel, zip);
    try {
      List<ZipArchiveEntry> all = Collections.list(zip.getEntries());
      requireAll(all.size(), said, label);
      tree.takeEntries(all, label, ArchiveBounds.SENSIBLE);
      return tree;
    } catch (RuntimeException e) {
      tree.close();
      throw e;
    }
  }

  /** How many entries it says it has; asked before all of them are read, which takes memory. */
  private static int said(SeekableByteChannel channel, String label) throws IOException {
    int most = ArchiveBounds.SENSIBLE.entries();
    Optional<ZipEnd> end = ZipEnd.of(channel);
    if (end.isPresent() && end.get().hasMoreThan(most, channel)) {
      throw GirdleException.application(
          label + " has more than " + most + " entries, more than can be meant well.",
          "  Nothing was read from it. Build the jar again, or leave it out.");
    }
    channel.position(0);
    return end.map(ZipEnd::said).orElse(0);
  }

  /** Where an entry of the directory is damaged, those behind it are not to be lost in silence. */
  private static void requireAll(int there, int said, String label) {
    if (there < said && said != MOST_COUNTED) {
      throw GirdleException.application(
          label
              + " is damaged: of "
              + said
              + " entries of its directory, "
              + there
              + " can be read.",
          "  It was probably altered while it was copied. Copy or build it again.");
    }
  }

  private void takeEntries(List<ZipArchiveEntry> all, String label, ArchiveBounds bounds) {
    List<String> problems = new ArrayList<>();
    long promised = 0;
    long packed = 0;
    Map<String, ZipArchiveEntry> taken = new LinkedHashMap<>();
    for (ZipArchiveEntry entry : all) {
      String name = entry.getName();
      String wrong = wrongWith(entry, bounds);
      promised += Math.max(entry.getSize(), 0);
      packed += Math.max(entry.getCompressedSize(), 0);
      if (wrong != null) {
        problems.add(label + ": entry " + Paths.printable(name) + " " + wrong);
      } else if (name.endsWith("/")) {
        folders.add(name);
        entries.add(entry);
      } else {
        ZipArchiveEntry other = taken.putIfAbsent(name, entry);
        if (other != null
            && other.getCrc() == entry.getCrc()
            && other.getSize() == entry.getSize()) {
          notices.add(label + ": entry " + name + " is there twice, with the same bytes");
        } else if (other != null) {
          problems.add(label + ": two entries have the name " + Paths.printable(name));
        }
      }
    }
    if (problems.isEmpty() && bounds.exceededBySum(promised, packed)) {
      problems.add(
          label
              + ": would unpack from "
              + packed
              + " to "
              + promised
              + " bytes, which no real archive does");
    }
    if (!problems.isEmpty()) {
      problems.add("  Nothing was read from it. Build the jar again, or leave it out.");
      throw new GirdleException(Fault.APPLICATION, problems);
    }
    entries.addAll(taken.values());
    taken.values().stream()
        .filter(e -> e.isUnixSymlink() && e.getSize() <= LONGEST_LINK)
        .forEach(linked::add);
    taken.forEach(
        (name, e) -> files.add(new TreeFile(name, new ZipContent(channel, zip, e, label))));
  }

  @Override
  public Map<String, String> links() {
    Map<String, String> links = new TreeMap<>();
    for (ZipArchiveEntry entry : linked) {
      try {
        byte[] target = new ZipContent(channel, zip, entry, entry.getName()).bytes(LONGEST_LINK);
        links.put(entry.getName(), new String(target, StandardCharsets.UTF_8));
      } catch (IOException e) {
        links.put(entry.getName(), ""); // leads nowhere, which whoever asks refuses
      }
    }
    return links;
  }

  private static String wrongWith(ZipArchiveEntry entry, ArchiveBounds bounds) {
    String name = entry.getName();
    String leads = Paths.leadsOut(name);
    if (leads != null) {
      return leads;
    }
    if (!isUtf8(entry.getRawName())) {
      return "has a name that is not UTF-8, so that the archive cannot be opened where it runs";
    }
    if (entry.getGeneralPurposeBit().usesEncryption()) {
      return "is encrypted";
    }
    if (entry.getMethod() != ZipArchiveEntry.STORED
        && entry.getMethod() != ZipArchiveEntry.DEFLATED) {
      return "is compressed in a way that cannot be read (method " + entry.getMethod() + ")";
    }
    if (bounds.exceededBy(entry.getSize(), entry.getCompressedSize())) {
      return "would unpack from "
          + entry.getCompressedSize()
          + " to "
          + entry.getSize()
          + " bytes, which no real file does";
    }
    return null;
  }

  private static boolean isUtf8(byte[] name) {
    for (byte b : name) {
      if (b < 0) {
        return decodes(name);
      }
    }
    return true;
  }

  private static boolean decodes(byte[] name) {
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(name)); // refuses what is damaged
      return true;
    } catch (CharacterCodingException e) {
      return false;
    }
  }

  @Override
  public List<TreeFile> files() {
    return Collections.unmodifiableList(files);
  }

  @Override
  public List<String> folders() {
    return Collections.unmodifiableList(folders);
  }

  /**
   * What is odd about the archive and harmless.
   *
   * @return lines for the user, possibly none
   */
  public List<String> notices() {
    return List.copyOf(notices);
  }

  @Override
  public void close() throws IOException {
    zip.close();
    channel.close();
  }
}
