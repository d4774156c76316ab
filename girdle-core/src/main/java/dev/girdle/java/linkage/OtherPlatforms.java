package dev.girdle.java.linkage;

import dev.girdle.io.Lines;
import dev.girdle.java.index.Jdk;
import dev.girdle.plan.NamePattern;
import java.util.List;

/** Classes of platforms that are not the one that a program is sealed for. */
final class OtherPlatforms {
  private static final List<NamePattern> ALL =
      Lines.of(OtherPlatforms.class, "other-platforms.txt").stream().map(NamePattern::of).toList();

  private OtherPlatforms() {}

  static boolean has(String className) {
    return Jdk.isReserved(className) || ALL.stream().anyMatch(p -> p.matches(className));
  }
}
