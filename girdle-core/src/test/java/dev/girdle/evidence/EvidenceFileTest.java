package dev.girdle.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class EvidenceFileTest {
  @TempDir Path dir;

  private Path file(String name, String text) throws IOException {
    return Files.writeString(dir.resolve(name), text);
  }

  @Test
  void whatIsWrittenIsReadAgainWhateverTheOrder() throws IOException {
    Evidence evidence =
        new Evidence(
            Set.of(
                new Seen(EvidenceKind.FILE, "/etc/harbour \"north\".conf", ""),
                new Seen(
                    EvidenceKind.code("class", "classes"), "org.ternhaven.Bürth", "lib/berth.jar"),
                new Seen(EvidenceKind.code("class", "classes"), "java.lang.Object", "java.base"),
                new Seen(EvidenceKind.ADDRESS, "tides.ternhaven.example:443", "")));
    String text = EvidenceFile.text(evidence);
    assertThat(text.lines())
        .startsWith(
            "{\"saw\":\"class\",\"name\":\"java.lang.Object\",\"from\":\"java.base\"}",
            "{\"saw\":\"class\",\"name\":\"org.ternhaven.Bürth\",\"from\":\"lib/berth.jar\"}")
        .hasSize(4);
    assertThat(EvidenceFile.read(List.of(file("a.jsonl", text)))).isEqualTo(evidence);
  }

  @Test
  void severalFilesAddUpAlsoSuchAsAreWrittenByHand() throws IOException {
    Path byHand = file("hand.txt", "# seen on Monday\n\norg/ternhaven/Tide\n  java.util.List \n");
    Path byRun = file("run.jsonl", "{\"saw\":\"class\",\"name\":\"java.util.List\"}\n");
    Evidence evidence = EvidenceFile.read(List.of(byHand, byRun));
    assertThat(evidence.names(EvidenceKind.code("class", "classes")))
        .containsExactly("java.util.List", "org.ternhaven.Tide");
    assertThat(evidence.names(EvidenceKind.FILE)).isEmpty();
    assertThat(Evidence.of(List.of(evidence, Evidence.NONE))).isEqualTo(evidence);
  }

  @Test
  void aKindThatALanguageBringsComesFirstAndIsCode() throws IOException {
    Path run =
        file(
            "run.jsonl",
            "{\"saw\":\"file\",\"name\":\"a.txt\"}\n{\"saw\":\"verse\",\"name\":\"x\"}\n");
    Evidence evidence = EvidenceFile.read(List.of(run));
    assertThat(evidence.code()).containsExactly("x");
    assertThat(evidence.codeKinds())
        .containsExactly(EvidenceKind.code("verse", "verses"))
        .doesNotContain(EvidenceKind.FILE);
    assertThat(EvidenceFile.text(evidence).lines()).first().asString().contains("verse");
  }

  @Test
  void everyLineThatIsNoneIsTold() throws IOException {
    Path bad =
        file(
            "bad.txt",
            "java.util.List\ntwo words\n{\"saw\":\"two words\",\"name\":\"x\"}\n{\"saw\":\n");
    assertThatThrownBy(() -> EvidenceFile.read(List.of(bad, dir.resolve("none"))))
        .hasMessageContaining("bad.txt:2: ")
        .hasMessageContaining("bad.txt:3: ")
        .hasMessageContaining("bad.txt:4: ")
        .hasMessageContaining("none: no such file")
        .message()
        .doesNotContain("bad.txt:1");
  }
}
