package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class WindowsNamesTest {
  private static List<String> notices(String... paths) {
    List<LayoutFile> files =
        Stream.of(paths).map(p -> LayoutFile.made(p, new byte[0], "a test")).toList();
    return WindowsNames.notices(new Layout(files, List.of(), "record", List.of(), List.of(), "%s"));
  }

  @Test
  void namesThatWindowsDoesNotKeepAreTold() {
    assertThat(notices("app/Quay.js", "app/quay.js", "lib/a.jar"))
        .containsExactly(
            "Windows keeps one only of files whose names differ in case alone: app/Quay.js and"
                + " app/quay.js");
    assertThat(notices("app/aux.js", "app/a:b", "nul", "x./y", "app/com1", "app/what?"))
        .containsExactly(
            "Windows takes no files of these names: app/aux.js; app/a:b; nul; and 3 more");
    assertThat(notices("app/console.js", "lib/auxiliary.jar", "app/.hidden", "港/a b.txt"))
        .isEmpty();
  }
}
