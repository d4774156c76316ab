package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Bad input gets a clear error, the right exit status, and leaves nothing half-written. */
class BadInputIT {
  @TempDir Path dir;
  private Path app;
  private Path out;

  @BeforeEach
  void build() throws IOException {
    app = Echo.build(dir, 17);
    out = dir.resolve("out");
  }

  private Result seal(Object... more) {
    Object[] words = Stream.concat(Stream.of("seal"), Stream.of(more)).toArray();
    return Run.girdle(words).in(dir).go();
  }

  private void expect(Result result, int status, String... texts) {
    assertThat(result.err()).startsWith("girdle: ").contains(texts).doesNotContain("\tat ");
    assertThat(result.out()).isEmpty();
    assertThat(result.status()).isEqualTo(status);
    assertThat(out).doesNotExist();
  }

  @Test
  void noSuchPath() {
    expect(seal("nowhere", "--out", out), 2, "no such file or folder: nowhere");
  }

  @Test
  void anEmptyFolder() throws IOException {
    Path empty = Files.createDirectory(dir.resolve("empty"));
    expect(seal(empty, "--out", out), 1, "is empty", "Build the application first");
  }

  @Test
  void notAJarAndAJarThatWasCutOff() throws IOException {
    Path text = Files.writeString(dir.resolve("notes.txt"), "notes");
    expect(seal(text, "--out", out), 1, "notes.txt is not a jar");
    Path jar = app.resolve("lib/bell.jar");
    byte[] bytes = Files.readAllBytes(jar);
    Files.write(jar, Arrays.copyOf(bytes, bytes.length * 2 / 3));
    expect(seal(app, "--out", out), 1, "lib/bell.jar is damaged", "cut off");
  }

  @Test
  void hostileEntryNames() throws IOException {
    new Jar().with("../../x", "x").write(app.resolve("lib/evil.jar"));
    new Jar().with("/etc/x", "x").write(app.resolve("lib/worse.jar"));
    expect(
        seal(app, "--out", out), 1, "lib/evil.jar: entry ../../x", "lib/worse.jar: entry /etc/x");
  }

  @Test
  void aBombInsideANestedJar() throws IOException {
    Path bomb = new Jar().with("zeros", new byte[80 << 20]).write(dir.resolve("bomb.jar"));
    Path outer =
        new Jar()
            .folder(dir.resolve("classes-main"))
            .with("lib/bomb.jar", Files.readAllBytes(bomb))
            .write(dir.resolve("outer.jar"));
    expect(seal(outer, "--out", out), 1, "outer.jar!/lib/bomb.jar: entry zeros would unpack");
  }

  @Test
  void aDamagedClassIsAnErrorOnlyIfItIsReached() throws IOException {
    Path lib = dir.resolve("classes-lib");
    Files.writeString(lib.resolve("org/ternhaven/lib/Unused.class"), "not a class at all");
    new Jar().folder(lib).write(app.resolve("lib/bell.jar"));
    assertThat(seal(app, "--out", out).status()).isZero();
    assertThat(Run.girdle("survey", app).well().out()).contains("lib/bell.jar");
    assertThat(Run.girdle("closure", app).well().out())
        .contains("lib/bell.jar: org/ternhaven/lib/Unused.class is not a class file");
    Path bell = lib.resolve("org/ternhaven/lib/Bell.class");
    byte[] bytes = Files.readAllBytes(bell);
    bytes[7] = 99;
    Files.write(bell, bytes);
    new Jar().folder(lib).write(app.resolve("lib/bell.jar"));
    out = dir.resolve("out2");
    expect(
        seal(app, "--out", out),
        1,
        "lib/bell.jar: org/ternhaven/lib/Bell.class is needed and is made for Java 55");
  }

  @Test
  void everythingMissingIsToldBeforeAnythingIsBuilt() throws IOException {
    Path main = dir.resolve("classes-main");
    Path more =
        Compiled.to(
            dir.resolve("more"),
            "package x.y; public class Gone { public static void a() {} }",
            "package x.z; public class Lost { public static void a() {} }");
    Compiled.to(
        main,
        17,
        List.of(more),
        "package org.ternhaven.echo; public class Echo {"
            + " public static void main(String[] a) { x.y.Gone.a(); x.z.Lost.a(); } }");
    new Jar()
        .manifest("Main-Class: org.ternhaven.echo.Echo")
        .folder(main)
        .write(app.resolve("echo.jar"));
    expect(
        seal(app, "--out", out),
        1,
        "2 classes are needed and missing",
        "x.y.Gone\n    org.ternhaven.echo.Echo.main, line 1, calls x.y.Gone",
        "x.z.Lost",
        "--missing-ok 'x.y.Gone'",
        "Nothing was sealed.");
    Result closure = Run.girdle("closure", app).go();
    assertThat(closure.status()).isEqualTo(1);
    assertThat(closure.out()).contains("Missing, and needed: 2", "Gone  called by");
    assertThat(seal(app, "--out", out, "--missing-ok", "x.**").status()).isZero();
    assertThat(Run.girdle("inspect", out.resolve("echo.jar")).well().out())
        .contains("x.y.Gone", "accepted");
  }

  @Test
  void aPlaceInsideTheInputOrTakenBySomebodyElse() throws IOException {
    Path inside = app.resolve("sealed");
    Result result = seal(app, "--out", inside);
    assertThat(result.status()).isEqualTo(2);
    assertThat(result.err()).contains("lies inside the application");
    assertThat(inside).doesNotExist();

    Files.createDirectories(out.resolve("echo-2.0"));
    Files.writeString(out.resolve("echo-2.0/precious"), "mine");
    Result taken = seal(app, "--form", "folder", "--out", out, "--replace");
    assertThat(taken.status()).isEqualTo(2);
    assertThat(taken.err()).contains("was not made by Girdle");
    assertThat(out.resolve("echo-2.0/precious")).hasContent("mine");
  }

  @Test
  void anArtifactOfGirdleIsExchangedOnlyWhenAskedFor() throws IOException {
    assertThat(seal(app, "--form", "folder", "--out", out).status()).isZero();
    Files.writeString(out.resolve("echo-2.0/lib/stale.jar"), "stale");
    assertThat(seal(app, "--form", "folder", "--out", out).err())
        .contains("--replace exchanges it");
    assertThat(seal(app, "--form", "folder", "--out", out, "--replace").status()).isZero();
    assertThat(out.resolve("echo-2.0/lib/stale.jar")).doesNotExist();
    try (Stream<Path> left = Files.list(out)) {
      assertThat(left).hasSize(1);
    }
  }

  @Test
  void aPlaceThatCannotBeWritten() throws IOException {
    Path file = Files.writeString(dir.resolve("file"), "a file");
    Result result = seal(app, "--out", file.resolve("below"));
    assertThat(result.status()).isEqualTo(3);
    assertThat(result.err()).contains("cannot write").doesNotContain("\tat ");
    assertThat(file).hasContent("a file");
  }

  @Test
  void wrongWords() {
    assertThat(seal(app, "--form", "raft").status()).isEqualTo(2);
    assertThat(seal().status()).isEqualTo(2);
    Result as = seal(app, "--form", "folder", "--form", "archive", "--as", "x", "--out", out);
    expect(as, 2, "would be both folder and nested archive");
    expect(seal(app, "--name", "a/b", "--out", out), 2, "only letters");
    Result entry = Run.girdle("closure", app, "--entry", "org.ternhaven.Echo").go();
    assertThat(entry.status()).isEqualTo(2);
    assertThat(entry.err()).contains("did you mean org.ternhaven.echo.Echo?");
    assertThat(Run.girdle("explain", app, "Bel").go().err()).contains("did you mean");
    assertThat(Run.girdle("inspect", app.resolve("echo.jar")).go().err())
        .contains("was not made by Girdle");
  }

  @Test
  void theInputIsNeverChanged() throws IOException {
    byte[] before = Files.readAllBytes(app.resolve("echo.jar"));
    seal(app, "--form", "folder", "--form", "archive", "--out", out);
    assertThat(app.resolve("echo.jar")).hasBinaryContent(before);
    try (Stream<Path> files = Files.walk(app)) {
      assertThat(files.filter(Files::isRegularFile)).hasSize(2);
    }
  }

  @Test
  void asFixesTheFileName() {
    assertThat(seal(app, "--as", "app.jar", "--out", out).status()).isZero();
    assertThat(out.resolve("app.jar")).exists();
  }
}
