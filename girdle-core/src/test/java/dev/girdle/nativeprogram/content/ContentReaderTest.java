package dev.girdle.nativeprogram.content;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.closure.Demand;
import dev.girdle.closure.ItemDemands;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.nativeprogram.linkage.NativeThing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class ContentReaderTest {
  private final Map<String, String> files = new TreeMap<>();

  private ContentReaderTest with(String path, String text) {
    files.put(path, text);
    return this;
  }

  private Component component() {
    List<TreeFile> all = new ArrayList<>();
    files.forEach(
        (path, text) ->
            all.add(new TreeFile(path, Content.of(text.getBytes(StandardCharsets.ISO_8859_1)))));
    return new Component(
        "game", "game", Role.OWN, null, null, "", new SubTree(all, List.of()), path -> path);
  }

  private ItemDemands read(String path, boolean isCode) throws IOException {
    Component game = component();
    Item item = game.item(path).orElseThrow();
    return new ContentReader(
            new FileNames(game.items()), NativeThing.NAMES, NativeThing.FOLDER, true)
        .read(item, isCode);
  }

  private List<String> named(String path, boolean isCode) throws IOException {
    return read(path, isCode).named().stream().map(Demand::name).toList();
  }

  @Test
  void aTextNamesByPathNameStemAndFromWhereItLies() throws IOException {
    with("maps/one.map", "pic: ../pics/quay.png\nsound=\"horn long.wav\"\nship: tug\nbeside.txt\n")
        .with("maps/beside.txt", "")
        .with("other/beside.txt", "")
        .with("pics/quay.png", "")
        .with("pics/QUAY2.PNG", "")
        .with("sounds/horn long.wav", "")
        .with("ships/tug.obj3", "")
        .with("ships/unused.obj3", "");
    assertThat(named("maps/one.map", false))
        .containsExactlyInAnyOrder(
            "pics/quay.png", "sounds/horn long.wav", "ships/tug.obj3", "maps/beside.txt");
  }

  @Test
  void constantsOfCodeStandAloneAndPatternsMeanWhatFits() throws IOException {
    with("game", "levels/%02d.lvl\0Pics\\Quay.PNG\0%s.wav\0name with spaces.txt\0")
        .with("levels/01.lvl", "")
        .with("levels/02.lvl", "")
        .with("starter/levels/03.lvl", "")
        .with("pics/quay.png", "")
        .with("sounds/horn.wav", "")
        .with("name with spaces.txt", "");
    assertThat(named("game", true))
        .containsExactlyInAnyOrder(
            "levels/01.lvl", "levels/02.lvl", "pics/quay.png", "name with spaces.txt");
  }

  @Test
  void aFolderThatIsKnownWhenItRunsCanBeAny() throws IOException {
    with("game", "%s/tide.dat\0%s/pics/quay.png\0%s/%s/lev%02d.lvl\0{root}/moon.txt\0%s/ab\0")
        .with("tide.dat", "")
        .with("pics/quay.png", "")
        .with("levels/lev07.lvl", "")
        .with("deep/moon.txt", "")
        .with("ab", "")
        .with("other.dat", "");
    assertThat(named("game", true))
        .containsExactlyInAnyOrder(
            "tide.dat", "pics/quay.png", "levels/lev07.lvl", "deep/moon.txt");
  }

  @Test
  void aFolderThatCodeListsIsKeptWholeAndToldAsOpen() throws IOException {
    with("game", "opendir\0levels\0").with("levels/a.lvl", "").with("pics/b.png", "");
    ItemDemands listed = read("game", true);
    assertThat(listed.named()).extracting(Demand::name).containsExactly("levels");
    assertThat(listed.open()).hasSize(1);
    with("game", "closedir\0levels\0");
    assertThat(read("game", true).named()).isEmpty();
  }

  @Test
  void picturesAndSoundsNameNothing() throws IOException {
    with("a.png", "\u0089PNG\r\n quay.txt ").with("b.dat", "\0\1 quay.txt \0").with("quay.txt", "");
    assertThat(named("a.png", false)).isEmpty();
    assertThat(named("b.dat", false)).containsExactly("quay.txt");
  }

  @Test
  void anyBytesAreRead() throws IOException {
    Random random = new Random(18);
    for (int i = 0; i < 300; i++) {
      byte[] bytes = new byte[2000];
      random.nextBytes(bytes);
      with("x", new String(bytes, StandardCharsets.ISO_8859_1) + "%d/../\\[*{" + i)
          .with("y.png", "");
      assertThat(read("x", random.nextBoolean())).isNotNull();
    }
  }
}
