package dev.girdle.java.memory;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.closure.Strength;
import dev.girdle.io.Content;
import dev.girdle.io.FolderTree;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MemoryTest {
  private static final Said CALL =
      new Said(
          Said.Kind.CODE, JavaHow.CALL, null, Strength.HARD, "b/Öl", "m()V", "", "main", 70_000);
  private static final RawClass CLASS =
      new RawClass(
          "a/A",
          3 << 16 | 61,
          List.of("java/lang/Object"),
          Set.of("main()V", "<init>()V"),
          List.of("_impl"),
          List.of(
              CALL,
              new Said(Said.Kind.OPEN, JavaHow.REFLECTION, JavaThing.CODE, null, "", "", "", "", 0),
              new Said(Said.Kind.TEXT, null, null, null, "a text", "", "it is", "x", 1)));

  @TempDir Path dir;
  private final Content jar = Content.of("a jar".getBytes());
  private int reads;

  private Memory memory(String cache, String settings) {
    return Memory.in(dir.resolve(cache), dir.resolve(settings), "plain");
  }

  private RawClass ask(Memory memory, Content of, String key) throws IOException {
    return memory.of(
        of,
        key,
        () -> {
          reads++;
          return CLASS;
        });
  }

  private void remember(Content of) throws IOException {
    Memory first = memory("cache", "settings");
    ask(first, of, "A");
    first.keep();
    reads = 0;
  }

  private List<Path> files() throws IOException {
    try (Stream<Path> all = Files.walk(dir.resolve("cache"))) {
      return all.filter(Files::isRegularFile).toList();
    }
  }

  @Test
  void whatWasReadOnceIsTheSameTheNextTime() throws IOException {
    remember(jar);
    Memory next = memory("cache", "settings");
    assertThat(ask(next, jar, "A")).isEqualTo(CLASS);
    assertThat(reads).isZero();
    assertThat(ask(next, jar, "B")).isEqualTo(CLASS);
    next.keep();
    Memory last = memory("cache", "settings");
    ask(last, jar, "A");
    ask(last, jar, "B");
    assertThat(reads).as("only the new one").isEqualTo(1);
  }

  @Test
  void anotherJarAndAnotherWayOfReadingAreReadAnew() throws IOException {
    remember(jar);
    ask(memory("cache", "settings"), Content.of("another jar".getBytes()), "A");
    ask(Memory.in(dir.resolve("cache"), dir.resolve("settings"), "exact"), jar, "A");
    assertThat(reads).isEqualTo(2);
    ask(memory("cache", "settings"), null, "A");
    assertThat(reads).as("what lies in no jar").isEqualTo(3);
  }

  @Test
  void whatSomebodyElseWroteIsNotBelieved() throws IOException {
    remember(jar);
    for (Path file : files()) {
      byte[] bytes = Files.readAllBytes(file);
      bytes[bytes.length / 2] ^= 1;
      Files.write(file, bytes);
    }
    ask(memory("cache", "settings"), jar, "A");
    assertThat(reads).as("changed").isEqualTo(1);
    remember(jar);
    ask(memory("cache", "other settings"), jar, "A");
    assertThat(reads).as("brought from elsewhere").isEqualTo(1);
    Files.setPosixFilePermissions(
        dir.resolve("settings/cache-key"),
        java.nio.file.attribute.PosixFilePermissions.fromString("rw-r--r--"));
    ask(memory("cache", "settings"), jar, "A");
    assertThat(reads).as("with a key that others can read").isEqualTo(2);
  }

  @Test
  void oneJarsFileIsNotTakenForAnothers() throws IOException {
    Content other = Content.of("another jar".getBytes());
    remember(jar);
    Path first = files().get(0);
    remember(other);
    Path second = files().stream().filter(f -> !f.equals(first)).findFirst().orElseThrow();
    Files.copy(first, second, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    ask(memory("cache", "settings"), other, "A");
    assertThat(reads).isEqualTo(1);
  }

  @Test
  void aFileThatHasChangedIsAnother() throws IOException {
    Path file = Files.writeString(dir.resolve("a.jar"), "one");
    remember(FolderTree.content(file));
    ask(memory("cache", "settings"), FolderTree.content(file), "A");
    assertThat(reads).isZero();
    Files.writeString(file, "two");
    ask(memory("cache", "settings"), FolderTree.content(file), "A");
    assertThat(reads).isEqualTo(1);
  }

  @Test
  void whatWasNotUsedForLongMakesRoom() throws IOException {
    for (int i = 0; i < 20; i++) {
      Memory small = Memory.in(dir.resolve("cache"), dir.resolve("settings"), "plain", 2000);
      ask(small, Content.of(("jar " + i).getBytes()), "A");
      small.keep();
    }
    assertThat(files().stream().mapToLong(f -> f.toFile().length()).sum())
        .isGreaterThan(0)
        .isLessThanOrEqualTo(2000);
  }

  /** Two Girdles share what they remember; one looks at times that the other changes. */
  @Test
  void whatOthersUseMeanwhileDoesNoHarm() throws Exception {
    remember(jar);
    List<Path> others = new ArrayList<>();
    Path kept = files().get(0);
    for (int i = 0; i < 2000; i++) {
      others.add(Files.writeString(kept.resolveSibling("other" + i), "x"));
    }
    AtomicBoolean isOver = new AtomicBoolean();
    Thread other =
        new Thread(
            () -> {
              Random random = new Random(1);
              while (!isOver.get()) {
                others
                    .get(random.nextInt(2000))
                    .toFile()
                    .setLastModified(random.nextInt(Integer.MAX_VALUE));
              }
            });
    other.start();
    try {
      for (int i = 0; i < 20; i++) {
        Memory memory = memory("cache", "settings");
        ask(memory, Content.of(("another " + i).getBytes()), "A");
        memory.keep();
      }
    } finally {
      isOver.set(true);
      other.join();
    }
    assertThat(files()).hasSize(2021);
  }

  @Test
  void withoutAPlaceNothingIsKeptAndNothingFails() throws IOException {
    Files.writeString(dir.resolve("file"), "");
    Memory none = memory("file", "settings");
    assertThat(ask(none, jar, "A")).isEqualTo(CLASS);
    none.keep();
    Memory neither = memory("cache", "file");
    assertThat(ask(neither, jar, "A")).isEqualTo(CLASS);
    neither.keep();
    assertThatThrownBy(
            () ->
                none.of(
                    jar,
                    "C",
                    () -> {
                      throw new IOException("is damaged");
                    }))
        .hasMessage("is damaged");
  }
}
