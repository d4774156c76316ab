package dev.girdle.binary.elf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.elf.ElfEdit.OwnLoader;
import dev.girdle.io.Channels;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.linux.CompiledCode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of this machine, edited, run and read back by other tools. */
class EditedElfTest {
  private static final Path READELF = Path.of("/usr/bin/readelf");
  private static final Path SHELL = Path.of("/usr/bin/dash");
  private static final Path LOADER = Path.of("/lib64/ld-linux-x86-64.so.2");
  private static final String SCRIPT =
      "for i in 1 2 3; do printf '%s-' \"$i\"; done; readlink /proc/$$/exe";

  @TempDir Path dir;

  @Test
  void anEditedProgramRunsAndLooksWhereItWasTold() throws Exception {
    Path program =
        write(
            SHELL,
            new ElfEdit(
                List.of("$ORIGIN/../lib"), List.of("libm.so.6"), Map.of(), Optional.empty()));

    assertThat(run(program.toString(), "-c", SCRIPT)).isEqualTo("1-2-3-" + program + "\n");
    LinkedCode read = read(program);
    assertThat(read.runpath()).containsExactly("$ORIGIN/../lib");
    assertThat(read.needed()).extracting(LinkedCode.Needed::name).startsWith("libm.so.6");
  }

  @Test
  void aProgramWithALoaderOfItsOwnIsStillItself() throws Exception {
    Path program = write(SHELL, own("../lib/ld.so"));
    Files.createDirectories(dir.resolve("lib"));
    Files.copy(LOADER, dir.resolve("lib/ld.so"));

    assertThat(run(program.toString(), "-c", SCRIPT)).isEqualTo("1-2-3-" + program + "\n");
    assertThat(run(program.toString(), "-c", "grep -o '/[^ ]*/ld.so' /proc/$$/maps | sort -u"))
        .isEqualTo(dir.toRealPath().resolve("lib/ld.so") + "\n");
    Path link = Files.createSymbolicLink(dir.resolve("link"), program);
    assertThat(run(link.toString(), "-c", "echo $0 $1", "name", "x y")).isEqualTo("name x y\n");
  }

  /** Many names need a table of libraries that is longer than the one that it had. */
  @Test
  void aLoaderOfItsOwnSeesAMovedTableOfLibraries() throws Exception {
    List<String> names = new ArrayList<>();
    Files.createDirectories(dir.resolve("lib"));
    for (int i = 0; i < 40; i++) {
      names.add("libberth-" + i + ".so");
      Files.copy(Path.of("/lib/x86_64-linux-gnu/libm.so.6"), dir.resolve("lib/" + names.get(i)));
    }
    byte[] code = CompiledCode.LOADING.bytes("x64").orElseThrow();
    Path program =
        write(
            SHELL,
            new ElfEdit(
                List.of("$ORIGIN/../lib"),
                names,
                Map.of(),
                Optional.of(new OwnLoader(code, "../lib/ld.so"))));
    Files.copy(LOADER, dir.resolve("lib/ld.so"));

    assertThat(run(program.toString(), "-c", SCRIPT)).isEqualTo("1-2-3-" + program + "\n");
  }

  @Test
  void oneThatWasMovedAwayFromItsLoaderSaysSo() throws Exception {
    Path program = write(SHELL, own("../nowhere/ld.so"));

    assertThat(run(program.toString(), "-c", "echo hello"))
        .contains("moved away from its folder")
        .contains("nowhere/ld.so")
        .doesNotContain("hello");
  }

  @Test
  void aLibraryIsFoundUnderAnotherName() throws Exception {
    Path program =
        write(
            SHELL,
            new ElfEdit(
                List.of("$ORIGIN"), List.of(), Map.of("libc.so.6", "libown.so"), Optional.empty()));
    assertThat(run(program.toString(), "-c", "echo hello")).contains("libown.so");

    Files.copy(Path.of("/lib/x86_64-linux-gnu/libc.so.6"), program.resolveSibling("libown.so"));
    assertThat(run(program.toString(), "-c", "echo hello")).isEqualTo("hello\n");
    assertThat(read(program).versions()).containsKey("libown.so");
  }

  @Test
  void manyFilesOfThisMachineAreReadBackWithoutAWarning() throws Exception {
    Assumptions.assumeTrue(Files.exists(READELF), "skipped: needs readelf of binutils");
    List<Path> files = codeOfThisMachine(120);
    List<String> words =
        new ArrayList<>(List.of(READELF.toString(), "-W", "-h", "-l", "-S", "-d", "-V"));
    int edited = 0;
    for (Path file : files) {
      ElfEdit edit =
          edited % 2 == 0
              ? new ElfEdit(List.of("$ORIGIN"), List.of("libdl.so.2"), Map.of(), Optional.empty())
              : own("ld.so");
      Optional<Content> content = EditedElf.of(FolderTree.content(file), edit);
      if (content.isEmpty()) {
        continue;
      }
      Path to = dir.resolve("f" + edited++);
      Files.write(to, content.get().bytes(1 << 30));
      assertThat(Files.size(to)).as(file.toString()).isEqualTo(content.get().size());
      words.add(to.toString());
    }
    assertThat(edited).isGreaterThan(40);
    assertThat(
            run(words.toArray(String[]::new))
                .lines()
                .filter(l -> l.contains("arning") || l.contains("rror:")))
        .isEmpty();
  }

  @Test
  void damagedFilesAreRefusedOrEditedAndNothingElse() throws Exception {
    byte[] good = Files.readAllBytes(SHELL);
    Random random = new Random(18);
    for (int i = 0; i < 3000; i++) {
      byte[] bad = good.clone();
      for (int k = random.nextInt(6); k >= 0; k--) {
        // headers, the table of segments and the dynamic table; now and then anywhere
        int at = random.nextInt(4) == 0 ? random.nextInt(bad.length) : 16 + random.nextInt(800);
        bad[at] = (byte) random.nextInt();
      }
      ElfEdit edit = i % 2 == 0 ? own("ld.so") : ElfEdit.lookingIn(List.of("$ORIGIN"));
      assertThatCode(
              () -> {
                Optional<Content> edited;
                try {
                  edited = EditedElf.of(Content.of(bad), edit);
                } catch (IOException e) {
                  return;
                }
                if (edited.isPresent()) {
                  try (InputStream in = edited.get().open()) {
                    assertThat(in.readAllBytes()).hasSize((int) edited.get().size());
                  }
                }
              })
          .doesNotThrowAnyException();
    }
  }

  @Test
  void whatNoLoaderReadsIsLeftAlone() throws IOException {
    assertThat(EditedElf.of(Content.of("#!/bin/sh\n".repeat(20).getBytes()), own("ld.so")))
        .isEmpty();
    assertThat(EditedElf.of(FolderTree.content(LOADER), own("ld.so"))).isEmpty();
  }

  private static ElfEdit own(String path) {
    byte[] code = CompiledCode.LOADING.bytes("x64").orElseThrow();
    return new ElfEdit(
        List.of("$ORIGIN/../lib"), List.of(), Map.of(), Optional.of(new OwnLoader(code, path)));
  }

  private Path write(Path file, ElfEdit edit) throws IOException {
    Assumptions.assumeTrue(
        Files.exists(file) && Files.exists(LOADER), "skipped: needs a Linux for x64 with dash");
    Path to = Files.createDirectories(dir.toRealPath().resolve("bin")).resolve("program");
    Files.write(to, EditedElf.of(FolderTree.content(file), edit).orElseThrow().bytes(1 << 24));
    to.toFile().setExecutable(true);
    return to;
  }

  private static LinkedCode read(Path file) throws IOException {
    try (SeekableByteChannel channel = Channels.seekable(FolderTree.content(file))) {
      return ((LinkReading.Read) LinkReading.of(channel)).parts().get(0);
    }
  }

  static List<Path> codeOfThisMachine(int most) throws IOException {
    List<Path> all = new ArrayList<>();
    for (String folder : List.of("/usr/bin", "/usr/lib/x86_64-linux-gnu")) {
      try (Stream<Path> files =
          Files.exists(Path.of(folder)) ? Files.list(Path.of(folder)) : Stream.empty()) {
        files
            .filter(f -> Files.isRegularFile(f) && Files.isReadable(f))
            .sorted()
            .limit(most)
            .forEach(all::add);
      }
    }
    return all;
  }

  private static String run(String... words) throws Exception {
    Process process = new ProcessBuilder(words).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    process.waitFor();
    return said;
  }
}
