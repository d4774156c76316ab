package dev.girdle.launch;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class BatchWordsTest {
  @Test
  void quotesForTheProgramAndForTheBatchFile() {
    assertThat(BatchWords.behind(List.of("plain"))).isEqualTo(" \"plain\"");
    assertThat(BatchWords.behind(List.of("100 % & more"))).isEqualTo(" \"100 %% & more\"");
    assertThat(BatchWords.behind(List.of("C:\\harbour\\"))).isEqualTo(" \"C:\\harbour\\\\\"");
    assertThat(BatchWords.behind(List.of("say \"a&b\" | c")))
        .isEqualTo(" \"say \\\"a^&b\\\" | c\"");
    assertThat(BatchWords.behind(List.of(""))).isEqualTo(" \"\"");
    assertThat(BatchWords.behind(List.of("a", "b c"))).isEqualTo(" \"a\" \"b c\"");
  }
}
