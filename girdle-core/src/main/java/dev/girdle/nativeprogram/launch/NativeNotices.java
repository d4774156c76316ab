package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.ecosystem.Shape;
import dev.girdle.io.Paths;
import dev.girdle.io.Sizes;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * What users should know of how a program was laid out.
 *
 * @param kept what goes along
 * @param placement where that lies
 * @param edits what became of its code
 * @param started what is started
 * @param shape as what it is laid out
 * @param hasRuntime whether a C library goes along
 */
record NativeNotices(
    Collection<Item> kept,
    Placement placement,
    CodeEdits edits,
    StartedPrograms started,
    Shape shape,
    boolean hasRuntime) {
  List<String> all() {
    List<String> notices = new ArrayList<>();
    if (edits.stripped() > 1 << 20) {
      notices.add("symbols for debuggers were left out of its code: " + Sizes.of(edits.stripped()));
    }
    notices.addAll(aboutSpares());
    edits.leftAlone().forEach((place, why) -> notices.add(aboutLeftAlone(place, why)));
    return notices;
  }

  private String aboutLeftAlone(String place, String why) {
    boolean isStarted = started.areAnyOf(Set.of(place));
    return place
        + " is left as it is, "
        + why
        + "; "
        + (isStarted
            ? (shape == Shape.BARE ? "the image" : "its starter") + " tells it where libraries are"
            : "it finds libraries where it looked before, and nowhere else")
        + (hasRuntime ? ", and it uses the receiver's C library" : "");
  }

  private List<String> aboutSpares() {
    Map<String, List<String>> byReason = new TreeMap<>();
    for (Item item : kept) {
      if (placement.isSpare(item)) {
        byReason
            .computeIfAbsent(
                ReceiversSystem.whyTheirsFirst(item).orElseThrow(), w -> new ArrayList<>())
            .add(Paths.fileName(item.path()));
      }
    }
    List<String> notices = new ArrayList<>();
    byReason.forEach(
        (why, names) ->
            notices.add(
                String.join(", ", names)
                    + " of the receiver's system "
                    + (names.size() == 1 ? "goes" : "go")
                    + " first, and what came along is used where there is none: "
                    + why
                    + "; --always makes it go first"));
    return notices;
  }
}
