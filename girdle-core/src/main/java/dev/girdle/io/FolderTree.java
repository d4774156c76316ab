package dev.girdle.io;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.fault.Why;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.FileSystemException;
import java.nio.file.FileSystemLoopException;
import java.nio.file.FileVisitOption;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * A folder on disk. Symbolic links are followed, and a link that leads back up is passed over; or
 * they are told as what they are.
 */
public final class FolderTree implements FileTree {
  /** Stands for bytes that are no characters. */
  private static final char NOT_READABLE = '\ufffd';

  private final List<TreeFile> files = new ArrayList<>();
  private final List<String> folders = new ArrayList<>();
  private final Map<String, String> links = new TreeMap<>();
  private final Map<String, String> passedOver = new TreeMap<>();

  private FolderTree() {}

  /**
   * Lists a folder.
   *
   * @param folder an existing folder
   * @param enter which sub-folders to enter, by their path in the tree (no slash at the end)
   * @return the files of the folder
   * @throws IOException if a part of the folder cannot be listed
   */
  public static FolderTree of(Path folder, Predicate<String> enter) throws IOException {
    return of(folder, enter, EnumSet.of(FileVisitOption.FOLLOW_LINKS));
  }

  /**
   * Lists a folder as it is: symbolic links in it stay links.
   *
   * @param folder an existing folder
   * @return its files, folders and links
   * @throws IOException if a part of the folder cannot be listed
   */
  public static FolderTree withLinks(Path folder) throws IOException {
    return of(folder, path -> true, EnumSet.noneOf(FileVisitOption.class));
  }

  private static FolderTree of(Path folder, Predicate<String> enter, Set<FileVisitOption> options)
      throws IOException {
    FolderTree tree = new FolderTree();
    Files.walkFileTree(
        folder,
        options,
        Integer.MAX_VALUE,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) {
            if (dir.equals(folder)) {
              return FileVisitResult.CONTINUE;
            }
            String path = pathIn(folder, dir);
            tree.folders.add(path + "/");
            return enter.test(path) ? FileVisitResult.CONTINUE : FileVisitResult.SKIP_SUBTREE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            if (attributes.isSymbolicLink() && !options.isEmpty()) {
              tree.passedOver.put(pathIn(folder, file), whereItLeads(file));
            } else if (attributes.isSymbolicLink()) {
              String target = Files.readSymbolicLink(file).toString();
              tree.links.put(
                  pathIn(folder, file), target.replace(file.getFileSystem().getSeparator(), "/"));
            } else if (attributes.isRegularFile()) {
              tree.files.add(new TreeFile(pathIn(folder, file), new DiskContent(file)));
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
            if (e instanceof FileSystemLoopException) {
              return FileVisitResult.CONTINUE; // what lies there is read where it lies
            }
            throw e;
          }
        });
    tree.files.sort(Comparator.comparing(TreeFile::path));
    tree.folders.sort(Comparator.naturalOrder());
    return tree;
  }

  /** Where a link leads that the system cannot follow. */
  private static String whereItLeads(Path link) throws IOException {
    try {
      link.toRealPath();
      return "to what is neither a file nor a folder";
    } catch (NoSuchFileException e) {
      return "to nothing";
    } catch (FileSystemException e) {
      return "around in a ring";
    }
  }

  /**
   * The content of a file on disk.
   *
   * @param file an existing file
   * @return its content, not read yet
   */
  public static Content content(Path file) {
    return new DiskContent(file);
  }

  /**
   * A file on disk, to be read to and fro.
   *
   * @param file an existing file
   * @return a channel at its start; the caller closes it
   * @throws UnreadableException if the system does not give it
   */
  public static SeekableByteChannel channel(Path file) throws UnreadableException {
    try {
      return Files.newByteChannel(file);
    } catch (IOException e) {
      throw unreadable(file, e);
    }
  }

  private static UnreadableException unreadable(Path file, IOException e) {
    return new UnreadableException(
        Fault.MACHINE, file.toString(), "cannot be read: " + Why.of(e), e);
  }

  /**
   * The file that contents are.
   *
   * @param content any contents
   * @return empty if they are no file of their own
   */
  public static Optional<Path> fileOf(Content content) {
    return content instanceof DiskContent disk ? Optional.of(disk.file) : Optional.empty();
  }

  private static String pathIn(Path folder, Path file) {
    String path = folder.relativize(file).toString();
    if (path.indexOf(NOT_READABLE) >= 0) {
      throw unreadableName(folder, path);
    }
    return path.replace(file.getFileSystem().getSeparator(), "/");
  }

  /** What Java cannot read of a name, it cannot find again. */
  private static GirdleException unreadableName(Path folder, String path) {
    String charset = System.getProperty("sun.jnu.encoding", "");
    String shown = Paths.printable(path).replace(NOT_READABLE, '?');
    return charset.equalsIgnoreCase("UTF-8")
        ? GirdleException.application(
            folder + ": the name of " + shown + " is not UTF-8.", "  Give it another name.")
        : GirdleException.machine(
            folder + ": the name of " + shown + " cannot be read in the locale of this process.",
            "  Run Girdle with LC_ALL=C.UTF-8.");
  }

  @Override
  public List<TreeFile> files() {
    return List.copyOf(files);
  }

  @Override
  public List<String> folders() {
    return List.copyOf(folders);
  }

  /**
   * Symbolic links that were to be followed and lead nowhere.
   *
   * @return by path in the tree, in a fixed order, where each leads: "to nothing", "around in a
   *     ring"
   */
  public Map<String, String> passedOver() {
    return Collections.unmodifiableMap(passedOver);
  }

  @Override
  public Map<String, String> links() {
    return Collections.unmodifiableMap(links);
  }

  @Override
  public void close() {
    // nothing is held open
  }

  private record DiskContent(Path file) implements Content, Seekable {
    @Override
    public long size() {
      return file.toFile().length();
    }

    @Override
    public InputStream open() throws IOException {
      try {
        return Files.newInputStream(file);
      } catch (IOException e) {
        throw unreadable(file, e);
      }
    }

    @Override
    public SeekableByteChannel channel() throws IOException {
      return FolderTree.channel(file);
    }
  }
}
