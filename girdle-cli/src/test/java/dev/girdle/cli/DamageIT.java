package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.cli.Run.Result;
import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is damaged is told by its name, with the status of whoever is at fault. */
class DamageIT {
  private static final String SIGN = "the tide comes in, the tide goes out";

  @TempDir Path dir;
  private Path app;
  private Path out;

  @BeforeEach
  void build() throws IOException {
    app = Echo.build(dir, 17);
    out = dir.resolve("out");
  }

  private static void flip(Path file, String sign) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(sign);
    assertThat(at).isPositive();
    bytes[at + 3] ^= 1;
    Files.write(file, bytes);
  }

  private Result seal(String form) {
    return Run.girdle("seal", app, "--form", form, "--out", out, "--prune", "none").go();
  }

  @ParameterizedTest
  @ValueSource(strings = {"folder", "zip", "tgz", "archive", "executable"})
  void aByteOfAStoredEntryThatIsAnotherIsToldByEveryForm(String form) throws IOException {
    Path jar = new Jar().stored().with("sign.txt", SIGN).write(app.resolve("lib/sign.jar"));
    flip(jar, SIGN);
    Result result = seal(form);
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.err())
        .contains("lib/sign.jar: sign.txt")
        .contains("is damaged: its bytes do not fit their checksum")
        .contains("Nothing was sealed.")
        .doesNotContain("--out");
    assertThat(out).doesNotExist();
  }

  @Test
  void everyDamagedThingIsToldAtOnce() throws IOException {
    for (String name : new String[] {"one", "two"}) {
      Path jar = new Jar().stored().with(name, SIGN).write(app.resolve("lib/" + name + ".jar"));
      flip(jar, SIGN);
    }
    assertThat(seal("folder").err()).contains("lib/one.jar: one", "lib/two.jar: two");
  }

  @Test
  void aDamagedJarIsTheApplicationsMatterAlsoWhereItIsCompressed() throws IOException {
    Path jar = new Jar().with("sign.txt", SIGN.repeat(50)).write(app.resolve("lib/sign.jar"));
    byte[] bytes = Files.readAllBytes(jar);
    bytes[30 + "sign.txt".length() + 12] ^= 0x55; // among the packed bytes of its only entry
    Files.write(jar, bytes);
    Result result = seal("zip");
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.err()).contains("lib/sign.jar: sign.txt").doesNotContain("cannot write");
  }

  @Test
  void anArchiveOfAJavaIsHeldToWhatItPromises() throws IOException {
    Path archive =
        new Jar()
            .with("jdk/release", "JAVA_VERSION=\"17\"\n")
            .with("jdk/lib/modules", new byte[1 << 20])
            .write(dir.resolve("jdk.zip"));
    byte[] bytes = Files.readAllBytes(archive);
    ByteBuffer all = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    for (int at = 0; at < bytes.length - 46; at++) {
      if (all.getInt(at) == 0x02014b50 && all.getInt(at + 24) == 1 << 20) {
        all.putInt(at + 24, 10); // the size in the directory
      }
    }
    Files.write(archive, bytes);
    Path shelf = dir.resolve("data");
    Result result =
        Run.girdle("runtimes", "--add", archive).with("XDG_DATA_HOME", shelf.toString()).go();
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.err())
        .contains("jdk.zip: entry jdk/lib/modules unpacks to more than it promises")
        .doesNotContain("--out");
    assertThat(shelf.resolve("girdle/runtimes")).isEmptyDirectory();
  }

  @ParameterizedTest
  @ValueSource(strings = {"{}", "{\"format\": 1, \"files\": [null], \"components\": null}", "[]"})
  void aRecordThatIsNoneIsToldByAllWhoReadIt(String text) throws IOException {
    Path folder = Files.createDirectory(dir.resolve("artifact"));
    Files.writeString(folder.resolve("girdle-record.json"), text);
    for (Object[] command :
        new Object[][] {
          {"inspect", folder}, {"check", folder}, {"compare", folder, folder}, {"report", folder}
        }) {
      Result result = Run.girdle(command).in(dir).go();
      assertThat(result.status()).as(result.err()).isEqualTo(1);
      assertThat(result.err()).contains("it is no record as Girdle writes them");
    }
  }

  @Test
  void archivesThatPromiseTooMuchTogetherAreRefused() throws IOException {
    byte[] zeros = new byte[60 << 20]; // each entry alone is small enough
    Path jar = new Jar().with("0", zeros).write(dir.resolve("zeros.jar"));
    byte[] inner = Files.readAllBytes(jar);
    Jar outer = new Jar().stored().manifest("Main-Class: Echo");
    for (int i = 0; i < 20; i++) {
      outer.with("BOOT/" + i + ".jar", inner);
    }
    Path bomb = outer.write(dir.resolve("bomb.jar"));
    Result result = Run.girdle("survey", bomb).go();
    assertThat(result.status()).isEqualTo(1);
    assertThat(result.err()).contains("would unpack from").contains("which no real");
  }
}
