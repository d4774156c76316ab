package dev.girdle.java.runtime;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ImageFileTest {
  @TempDir Path dir;

  private static Content text(String text) {
    return Content.of(text.getBytes(StandardCharsets.UTF_8));
  }

  private Path image(Map<String, String> texts) throws IOException {
    SortedMap<String, Content> resources = new TreeMap<>();
    texts.forEach((path, t) -> resources.put(path, text(t)));
    Content image = ImageContent.of(resources);
    byte[] bytes = image.bytes(1 << 20);
    assertThat(bytes).hasSize((int) image.size());
    return Files.write(dir.resolve("modules"), bytes);
  }

  @Test
  void whatIsWrittenIsReadAgain() throws IOException {
    Path file =
        image(
            Map.of(
                "/m.one/module-info.class", "one",
                "/m.one/a/b/C.class", "class",
                "/m.one/a/no-ending", "",
                "/m.two/META-INF/x.y.z", "three dots"));
    ImageFile image = ImageFile.open(file).orElseThrow();
    assertThat(image.modules()).containsOnlyKeys("m.one", "m.two");
    assertThat(image.modules().get("m.one"))
        .containsOnlyKeys("a/b/C.class", "a/no-ending", "module-info.class");
    assertThat(image.modules().get("m.one").get("a/b/C.class").bytes(10))
        .asString()
        .isEqualTo("class");
    assertThat(image.modules().get("m.one").get("a/no-ending").bytes(10)).isEmpty();
    assertThat(image.modules().get("m.two").get("META-INF/x.y.z").bytes(20))
        .asString()
        .isEqualTo("three dots");
  }

  @Test
  void whatIsNoImageIsNotTakenForOne() throws IOException {
    assertThat(ImageFile.open(Files.writeString(dir.resolve("short"), "x"))).isEmpty();
    assertThat(ImageFile.open(Files.writeString(dir.resolve("text"), "x".repeat(99)))).isEmpty();
  }

  @Test
  void aDamagedImageIsTold() throws IOException {
    Path file = image(Map.of("/m.one/a/B.class", "class", "/m.two/c/D.class", "other"));
    byte[] whole = Files.readAllBytes(file);
    Random random = new Random(11);
    int refused = 0;
    for (int i = 0; i < 2000; i++) {
      byte[] damaged = whole.clone();
      for (int j = 0; j <= i % 3; j++) {
        damaged[8 + random.nextInt(whole.length - 8)] = (byte) random.nextInt();
      }
      try {
        Optional<ImageFile> image = ImageFile.open(Files.write(file, damaged));
        if (image.isPresent()) {
          for (SortedMap<String, Content> module : image.get().modules().values()) {
            for (Content content : module.values()) {
              assertThat(content.bytes(1 << 20)).hasSize((int) content.size());
            }
          }
        }
      } catch (IOException e) {
        assertThat(e).hasMessageContaining("its index");
        refused++;
      }
    }
    assertThat(refused).isGreaterThan(100);
  }
}
