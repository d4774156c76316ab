package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Compiled;
import dev.girdle.testing.Jar;
import dev.girdle.verses.VersesEcosystem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A second language, tiny and made up, through the whole of the built program. */
class LanguageIT {
  @TempDir Path dir;
  private Path song;
  private Path languages;

  @BeforeEach
  void write() throws IOException {
    languages = dir.resolve("languages/META-INF/services");
    Files.createDirectories(languages);
    Files.writeString(
        languages.resolve("dev.girdle.ecosystem.Ecosystem"), VersesEcosystem.class.getName());
    song = dir.resolve("anchor");
    verse("main.verse", "Heave away", "sing refrain.verse", "sing library/shanties/hey.verse");
    verse("refrain.verse", "And round the harbour");
    verse("notes.txt", "for the singer");
    verse("library/shanties/hey.verse", "Hey ho", "sing parts/low.verse");
    verse("library/shanties/parts/low.verse", "low water");
    verse("library/shanties/idle.verse", "never sung");
    verse("library/hymns/still.verse", "still");
  }

  private void verse(String path, String... lines) throws IOException {
    Files.createDirectories(song.resolve(path).getParent());
    Files.writeString(song.resolve(path), String.join("\n", lines) + "\n");
  }

  /** Girdle with the language on its class path. */
  private Result girdle(Object... words) throws Exception {
    String classes =
        Path.of(VersesEcosystem.class.getProtectionDomain().getCodeSource().getLocation().toURI())
            .toString();
    Run run = Run.girdle(words).in(dir);
    return run.withClasses(dir.resolve("languages") + ":" + classes).go();
  }

  private JsonNode json(Object... words) throws Exception {
    return new ObjectMapper().readTree(girdle(words).bytes());
  }

  @Test
  void surveyTellsTheLanguage() throws Exception {
    Result survey = girdle("survey", song);
    assertThat(survey.err()).isEmpty();
    assertThat(survey.out()).contains("anchor, a Verses application").contains("no runtime");
    assertThat(json("survey", song, "--json").at("/languages/0/id").asText()).isEqualTo("verses");
  }

  @Test
  void theClosureGoesFromWhereItIsAsked() throws Exception {
    JsonNode closure = json("closure", song, "--json");
    assertThat(closure.at("/unmet")).isEmpty();
    assertThat(closure.has("runtime")).isFalse();
    assertThat(closure.at("/ballast").toString()).contains("hymns").contains("idle.verse");
    assertThat(girdle("closure", song).out()).contains("shanties").doesNotContain("Java");
    assertThat(girdle("explain", song, "library/shanties/parts/low.verse").out())
        .contains("main.verse")
        .contains("sings");
    verse("refrain.verse", "sing main.verse", "sing gone.verse");
    Result missing = girdle("seal", song, "--form", "folder");
    assertThat(missing.status()).isEqualTo(1);
    assertThat(missing.err()).contains("gone.verse").contains("refrain.verse, line 2");
  }

  @Test
  void sealedSongsAreSung() throws Exception {
    Result sealed = girdle("seal", song, "--form", "folder", "--form", "executable");
    assertThat(sealed.err()).isEmpty();
    assertThat(sealed.status()).isZero();
    String sung = "Heave away\nAnd round the harbour\nHey ho\nlow water\n";
    Path made = dir.resolve("sealed/anchor");
    assertThat(Run.of(made.resolve("bin/anchor")).with("PATH", "/usr/bin:/bin").go().out())
        .isEqualTo(sung);
    assertThat(made.resolve("verses/notes.txt")).exists();
    assertThat(made.resolve("verses/library/shanties/idle.verse")).doesNotExist();
    assertThat(made.resolve("verses/library/hymns")).doesNotExist();
    Run executable = Run.of(dir.resolve("sealed/anchor.run")).with("PATH", "/usr/bin:/bin");
    assertThat(executable.with("XDG_CACHE_HOME", dir.resolve("cache").toString()).go().out())
        .isEqualTo(sung);
    JsonNode record = new ObjectMapper().readTree(made.resolve("girdle-record.json").toFile());
    assertThat(record.at("/language").asText()).isEqualTo("verses");
    assertThat(record.has("runtime")).isFalse();
    Result check = girdle("check", made);
    assertThat(check.status()).isZero();
    assertThat(check.out()).contains("each with its digest");
    assertThat(girdle("inspect", made).out()).contains("no runtime");
    assertThat(girdle("rehearse", made).status()).isZero();
    assertThat(girdle("report", made, "--out", "page.html").status()).isZero();
    assertThat(girdle("report", song, "--out", "song.html").status()).isZero();
    assertThat(dir.resolve("song.html/anchor-report.html")).content().contains("low.verse");
    // a Girdle that does not know the language can still look at it
    assertThat(Run.girdle("check", made).in(dir).go().status()).isZero();
    assertThat(Run.girdle("rehearse", made).in(dir).go().status()).isZero();
  }

  /** A Java program that holds verses: each file is read by who knows it, whoever leads. */
  @Test
  void versesInAJavaProgramAreFollowedAcrossComponents() throws Exception {
    Path app = dir.resolve("organ");
    Path main =
        Compiled.to(
            dir.resolve("organ-classes"),
            "package o; public class Organ { public static void main(String[] a) throws Exception {"
                + " System.out.println(Organ.class.getResource(\"/choir/organ.verse\") != null); } }");
    new Jar()
        .manifest("Main-Class: o.Organ")
        .folder(main)
        .with("choir/organ.verse", "Now all together\nsing parts/low.verse\nsing gone.verse\n")
        .write(app.resolve("organ.jar"));
    Path idle = Compiled.to(dir.resolve("idle"), "package i; public class Idle { }");
    new Jar()
        .folder(idle)
        .with("choir/parts/low.verse", "Still water\n")
        .write(app.resolve("lib/psalms.jar"));
    new Jar()
        .folder(Compiled.to(dir.resolve("rest"), "package r; public class Rest { }"))
        .with("psalms/last.verse", "Amen\n")
        .write(app.resolve("lib/others.jar"));
    assertThat(girdle("survey", app).out()).contains("a Java application");
    JsonNode closure = json("closure", app, "--prune", "components", "--json");
    assertThat(closure.at("/kept").toString()).contains("psalms.jar").doesNotContain("others.jar");
    assertThat(girdle("explain", app, "choir/parts/low.verse").out())
        .contains("choir/organ.verse, line 2, sings");
    assertThat(closure.at("/unmet").toString()).contains("gone.verse");
    Run alone = Run.girdle("closure", app, "--prune", "components", "--json").in(dir);
    assertThat(new ObjectMapper().readTree(alone.go().bytes()).at("/kept").toString())
        .doesNotContain("psalms.jar");
  }

  @Test
  void whatALanguageCannotDoIsSaidWithWhatItCan() throws Exception {
    Result archive = girdle("seal", song, "--form", "archive");
    assertThat(archive.status()).isEqualTo(2);
    assertThat(archive.err())
        .contains("Verses programs cannot be sealed with --form archive")
        .contains("What can be made: folder, zip, tgz, executable");
    Result classes = girdle("closure", song, "--prune", "classes");
    assertThat(classes.status()).isEqualTo(2);
    assertThat(classes.err())
        .contains("Verses programs cannot be sealed with --prune classes")
        .contains("none, components, files");
    Result tight = girdle("seal", song, "--form", "folder", "--runtime", "tight");
    assertThat(tight.status()).isEqualTo(2);
    assertThat(tight.err()).contains("--runtime tight").contains("host");
  }

  @Test
  void theUserDecidesBetweenLanguages() throws Exception {
    assertThat(girdle("survey", song, "--language", "verses").status()).isZero();
    verse("library/shanties/tool.jar", "is no jar");
    assertThat(girdle("survey", song).err()).doesNotContain("several languages");
    Result java = girdle("survey", song, "--language", "java");
    assertThat(java.status()).isNotZero();
    Result none = girdle("survey", song, "--language", "prose");
    assertThat(none.status()).isEqualTo(2);
    assertThat(none.err())
        .contains("there is no language prose")
        .contains("java, node, native, python, interpreted, verses");
  }
}
