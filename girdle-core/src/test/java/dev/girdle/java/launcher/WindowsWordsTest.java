package dev.girdle.java.launcher;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class WindowsWordsTest {
  @Test
  void quotesForTheProgramAndForTheBatchFile() {
    assertThat(WindowsWords.of("plain")).isEqualTo("\"plain\"");
    assertThat(WindowsWords.of("100 % & more")).isEqualTo("\"100 %% & more\"");
    assertThat(WindowsWords.of("C:\\harbour\\")).isEqualTo("\"C:\\harbour\\\\\"");
    assertThat(WindowsWords.of("say \"a&b\" | c")).isEqualTo("\"say \\\"a^&b\\\" | c\"");
    assertThat(WindowsWords.of("")).isEqualTo("\"\"");
    assertThat(WindowsWords.of(List.of("a", "b c"))).isEqualTo(" \"a\" \"b c\"");
  }
}
