package dev.girdle.bench;

import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.elf.EditedElf;
import dev.girdle.binary.elf.ElfEdit;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Edits programs and libraries of this machine as sealing does, reads each back with {@code
 * readelf}, and has the system's loader look at it. What either says is told.
 */
public final class EditedFiles {
  private static final PrintStream OUT = System.out;
  private static final List<Path> FOLDERS =
      List.of(Path.of("/usr/bin"), Path.of("/usr/lib/x86_64-linux-gnu"));
  private static final Path LOADER = Path.of("/lib64/ld-linux-x86-64.so.2");
  private static final ElfEdit EDIT =
      new ElfEdit(
          List.of("$ORIGIN/../lib", "$ORIGIN/../lib/a/folder/with/a/long/name"),
          List.of(),
          Map.of(),
          Optional.empty());

  private final Path work;
  private int edited;
  private int refused;
  private final List<String> complaints = new ArrayList<>();

  private EditedFiles(Path work) {
    this.work = work;
  }

  /**
   * Does it.
   *
   * @param args how many files
   * @throws IOException if something cannot be read or run
   */
  public static void main(String[] args) throws IOException {
    Path work = Files.createTempDirectory("girdle-edits");
    EditedFiles all = new EditedFiles(work);
    int most = Integer.parseInt(args[0]);
    for (Path folder : FOLDERS) {
      try (Stream<Path> files = Files.list(folder)) {
        for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
          if (all.edited < most && !Files.isSymbolicLink(file) && isElf(file)) {
            all.edit(file);
          }
        }
      }
    }
    OUT.println(
        all.edited
            + " files edited and read back, "
            + all.refused
            + " left alone, "
            + all.complaints.size()
            + " complaints");
    all.complaints.forEach(OUT::println);
  }

  private static boolean isElf(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(5);
      return head.length == 5 && head[0] == 0x7f && head[1] == 'E' && head[4] == 2;
    }
  }

  private void edit(Path file) throws IOException {
    Path to = work.resolve("edited");
    Optional<Content> content = EditedElf.of(StrippedCode.of(FolderTree.content(file)), EDIT);
    if (content.isEmpty()) {
      refused++;
      return;
    }
    try (InputStream in = content.get().open()) {
      Files.copy(in, to, StandardCopyOption.REPLACE_EXISTING);
    }
    edited++;
    String before = run("readelf", "-a", "-W", file.toString());
    String after = run("readelf", "-a", "-W", to.toString());
    after
        .lines()
        .filter(l -> isComplaint(l) && !before.contains(l.strip()))
        .findFirst()
        .ifPresent(l -> complaints.add(file + ": " + l));
    boolean wasWhole = run(LOADER.toString(), "--verify", file.toString()).isEmpty();
    String verified = run(LOADER.toString(), "--verify", to.toString());
    if (wasWhole && !verified.isEmpty()) {
      complaints.add(file + ": " + verified.strip());
    }
    String list = run(LOADER.toString(), "--list", to.toString());
    String listed = run(LOADER.toString(), "--list", file.toString());
    boolean hadOwnPaths = before.contains("(RUNPATH)") || before.contains("(RPATH)");
    if (!hadOwnPaths && !plain(list).equals(plain(listed))) {
      complaints.add(file + ": the loader finds other libraries");
    }
  }

  /** Without the addresses, which differ from run to run. */
  private static String plain(String list) {
    return list.replaceAll("\\(0x[0-9a-f]+\\)", "").replaceAll("(?m)^.*linux-vdso.*$", "");
  }

  private static boolean isComplaint(String line) {
    return line.contains("readelf: ");
  }

  private static String run(String... words) throws IOException {
    Path out = Files.createTempFile("girdle-edits", ".txt");
    try {
      Process process =
          new ProcessBuilder(words).redirectErrorStream(true).redirectOutput(out.toFile()).start();
      if (!process.waitFor(60, TimeUnit.SECONDS)) {
        process.destroyForcibly();
        return "did not end";
      }
      return new String(Files.readAllBytes(out), java.nio.charset.StandardCharsets.ISO_8859_1);
    } catch (InterruptedException e) {
      throw new IOException(e);
    } finally {
      Files.delete(out);
    }
  }
}
