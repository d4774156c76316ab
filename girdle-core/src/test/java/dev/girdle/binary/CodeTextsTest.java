package dev.girdle.binary;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CodeTextsTest {
  private static List<String> texts(byte[] bytes) throws IOException {
    List<String> found = new ArrayList<>();
    CodeTexts.read(Content.of(bytes), 3, found::add);
    return found;
  }

  @Test
  void lettersOfUtf8BelongToTheirTextAndOtherBytesEndIt() throws IOException {
    assertThat(texts("möwe.png\0港/kai.lvl\n🚢.wav\n".getBytes(StandardCharsets.UTF_8)))
        .containsExactly("möwe.png", "港/kai.lvl", "🚢.wav");
    // as other encodings write it: what is ASCII stays
    assertThat(texts("Bild=möwe.png;kai.lvl".getBytes(StandardCharsets.ISO_8859_1)))
        .containsExactly("Bild=m", "we.png;kai.lvl");
    // a letter that is cut off, before a text and at the end
    assertThat(texts(new byte[] {'a', 'b', 'c', (byte) 0xe6, (byte) 0xb8, 'd', 'e', 'f'}))
        .containsExactly("abc", "def");
    assertThat(texts(new byte[] {'a', 'b', 'c', (byte) 0xe6, (byte) 0xb8})).containsExactly("abc");
  }

  @Test
  void longTextsComeInPartsAndLoseNothing() throws IOException {
    String text = "ä".repeat(5000) + "end";
    assertThat(String.join("", texts(text.getBytes(StandardCharsets.UTF_8)))).isEqualTo(text);
  }

  @Test
  void noiseIsCutToPieces() throws IOException {
    byte[] noise = new byte[1 << 20];
    new Random(1).nextBytes(noise);
    assertThat(texts(noise).stream().mapToInt(String::length).average().orElse(0)).isLessThan(6);
  }
}
