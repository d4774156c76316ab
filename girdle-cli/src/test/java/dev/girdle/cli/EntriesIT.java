package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Several entries in one artifact, with words that shells would like to read. */
class EntriesIT {
  private static final String FIXED = "a&b %PATH% $HOME `id` wow! it's \"so\" *";

  @TempDir static Path dir;
  private static Path app;
  private static Path out;

  @BeforeAll
  static void seal() throws IOException {
    String body =
        " { public static void main(String[] a) { System.out.println(\"%s\");"
            + " for (String s : a) System.out.println(\"[\" + s + \"]\");"
            + " System.out.println(\"harbour \" + System.getProperty(\"harbour\"));"
            + " System.exit(a.length); } }";
    Path classes =
        Compiled.to(
            dir.resolve("classes"),
            "package b; public class Book" + body.formatted("book"),
            "package b; public class Load" + body.formatted("load"));
    app = dir.resolve("app");
    new Jar().folder(classes).write(app.resolve("tides-1.0.jar"));
    out = dir.resolve("a place");
    List<Object> words = new ArrayList<>(List.of("seal", app, "--out", out));
    words.addAll(List.of("--entry", "book=b.Book", "--entry", "load=b.Load"));
    words.addAll(List.of("--entry-arguments", "load='" + FIXED.replace("'", "'\"'\"'") + "' ''"));
    words.addAll(List.of("--entry-options", "load='-Dharbour=north & \"south\" quay'"));
    seal(words, "--form", "folder");
    seal(words, "--as", "nested.jar");
    seal(words, "--as", "merged.jar", "--archive", "merged");
  }

  private static void seal(List<Object> common, Object... more) {
    List<Object> words = new ArrayList<>(common);
    words.addAll(List.of(more));
    Run.girdle(words.toArray()).well();
  }

  static List<List<String>> shells() {
    return StarterIT.shells();
  }

  private static void isLoad(Result result) {
    assertThat(result.out())
        .isEqualTo("load\n[" + FIXED + "]\n[]\n[x y]\nharbour north & \"south\" quay\n");
    assertThat(result.status()).isEqualTo(3);
  }

  @ParameterizedTest
  @MethodSource("shells")
  void eachEntryHasAStarter(List<String> shell) {
    Path bin = out.resolve("tides-1.0/bin");
    Stream<Object> load = Stream.concat(shell.stream(), Stream.of(bin.resolve("load"), "x y"));
    isLoad(Run.of(load.toArray()).go());
    Stream<Object> book = Stream.concat(shell.stream(), Stream.of(bin.resolve("book"), "x"));
    Result plain = Run.of(book.toArray()).go();
    assertThat(plain.out()).isEqualTo("book\n[x]\nharbour null\n");
    assertThat(plain.status()).isEqualTo(1);
  }

  @ParameterizedTest
  @org.junit.jupiter.params.provider.ValueSource(strings = {"nested.jar", "merged.jar"})
  void anArchivesEntryIsChosenBesideItsArguments(String name) {
    Path jar = out.resolve(name);
    assertThat(Run.of(Run.JAVA, "-jar", jar, "load").go().out())
        .isEqualTo("book\n[load]\nharbour null\n");
    isLoad(Run.of(Run.JAVA, "-Dgirdle.entry=load", "-jar", jar, "x y").go());
    isLoad(Run.of(Run.JAVA, "-jar", jar, "x y").with("TIDES_ENTRY", "load").go());
    Result overruled = Run.of(Run.JAVA, "-Dgirdle.entry=load", "-Dharbour=mine", "-jar", jar).go();
    assertThat(overruled.out()).contains("harbour mine");
    Result unknown = Run.of(Run.JAVA, "-Dgirdle.entry=lode", "-jar", jar).go();
    assertThat(unknown.status()).isEqualTo(127);
    assertThat(unknown.err())
        .isEqualTo(
            "cannot start: there is no entry lode (-Dgirdle.entry or TIDES_ENTRY); there are:"
                + " book, load\n");
  }

  @Test
  void theReceiverAndTheRecordKnowAllOfThem() throws IOException {
    assertThat(Files.readString(out.resolve("tides-1.0/README.txt")))
        .contains("bin/book", "also           bin/load");
    assertThat(Run.girdle("inspect", out.resolve("nested.jar")).well().out())
        .contains("starts   b.Book", "load starts b.Load");
  }

  @Test
  void optionsThatAnArchiveCannotGiveAreTold() {
    Result result =
        Run.girdle(
                "seal",
                app,
                "--entry",
                "b.Book",
                "--entry-options",
                "-Xmx64m --add-opens=java.base/java.lang=ALL-UNNAMED",
                "--as",
                "options.jar",
                "--out",
                dir.resolve("options"))
            .well();
    assertThat(result.out())
        .contains("so -Xmx64m of the entry tides has to be given by whoever starts it");
    Result manifest =
        Run.of("/usr/bin/unzip", "-p", dir.resolve("options/options.jar"), "META-INF/MANIFEST.MF")
            .go();
    assertThat(manifest.out()).contains("Add-Opens: java.base/java.lang");
  }

  @Test
  void wrongEntriesAreTold() {
    Result twice =
        Run.girdle("seal", app, "--entry", "x=b.Book", "--entry", "x=b.Load", "--out", dir).go();
    assertThat(twice.status()).isEqualTo(2);
    assertThat(twice.err()).contains("two starters would be called x");
    Result unfit = Run.girdle("seal", app, "--entry", "a b=b.Book", "--out", dir).go();
    assertThat(unfit.status()).isEqualTo(2);
    assertThat(unfit.err()).contains("--entry a b=b.Book: only letters");
  }
}
