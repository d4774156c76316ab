package dev.girdle.python.bundle;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.io.Content;
import dev.girdle.layout.LayoutFile;
import dev.girdle.place.Variables;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

class ByteCodeTest {
  private static PythonHome home() {
    Optional<PythonHome> home =
        HostPython.all("", Variables.here()).stream()
            .filter(r -> !r.kinds().isEmpty())
            .map(FoundRuntime::home)
            .findFirst()
            .flatMap(PythonHome::at);
    Assumptions.assumeTrue(home.isPresent(), "there is no Python here that could go along");
    return home.get();
  }

  private static LayoutFile source(String path, String text) {
    return LayoutFile.made(path, text.getBytes(StandardCharsets.UTF_8), "");
  }

  private static byte[] bytes(Content content) throws IOException {
    return content.bytes(1 << 20);
  }

  /** Texts that several files have are held by more than one, which the compiler writes down. */
  private static LayoutFile one() {
    return source(
        "app/one.py",
        "import os\nNAMES = {'north', 'south', 'pier'}\ndef tie(knot, rope='hemp'):\n"
            + "    return [k for k in (knot, rope, 'a text of its own') if k in NAMES]\n");
  }

  @Test
  void theSameSourceGivesTheSameBytesWhateverIsCompiledBesides() throws IOException {
    PythonHome home = home();
    byte[] alone = bytes(ByteCode.of(home, List.of(one())).get("app/one.py"));
    List<LayoutFile> many = new ArrayList<>(List.of(one()));
    for (int i = 0; i < 30; i++) {
      many.add(source("app/a" + i + ".py", "tie = knot = 'hemp'\nx = 'a text of its own'\n"));
    }
    Map<String, Content> all = ByteCode.of(home, many);
    assertThat(bytes(all.get("app/one.py"))).isEqualTo(alone);
    assertThat(all).hasSize(31);
  }

  @Test
  void itIsNotCheckedAgainstItsSourceAndLiesWherePythonLooks() throws IOException {
    PythonHome home = home();
    Map<String, Content> all = ByteCode.of(home, List.of(one(), source("app/wrong.py", "def :\n")));
    assertThat(all).containsOnlyKeys("app/one.py");
    Content code = all.get("app/one.py");
    assertThat(ByteCode.beside(one(), code, home).path())
        .matches("app/__pycache__/one\\.cpython-3\\d+\\.pyc");
    // PEP 552: bit 0 says that it goes by a digest, bit 1 that this is looked at
    assertThat(bytes(code)[4]).isEqualTo((byte) 1);
    assertThat(new String(bytes(code), StandardCharsets.ISO_8859_1))
        .contains("app/one.py")
        .doesNotContain(System.getProperty("java.io.tmpdir") + "/girdle");
  }
}
