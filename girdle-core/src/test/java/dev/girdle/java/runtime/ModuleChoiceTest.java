package dev.girdle.java.runtime;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.closure.Demand;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaHow;
import dev.girdle.java.format.JavaThing;
import dev.girdle.plan.NamePattern;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ModuleChoiceTest {
  private static final Map<String, List<String>> JAVA =
      Map.of(
          "java.base", List.of(),
          "java.logging", List.of("java.base"),
          "java.xml", List.of("java.base"),
          "java.sql", List.of("java.base", "java.logging", "java.xml"),
          "jdk.zipfs", List.of("java.base"),
          "jdk.localedata", List.of("java.base"),
          "jdk.naming.dns", List.of("java.base", "java.naming"),
          "java.naming", List.of("java.base"));

  private static ModuleChoice choose(
      Map<String, String> reached, List<String> always, List<String> never, String... names) {
    Map<String, Demand> demands = new LinkedHashMap<>();
    for (String name : names) {
      demands.put(name, Demand.ofPlan(JavaThing.CODE, name, JavaHow.CALL, Strength.HARD));
    }
    return ModuleChoice.of(
        JAVA,
        reached,
        demands,
        always.stream().map(NamePattern::of).toList(),
        never.stream().map(NamePattern::of).toList());
  }

  @Test
  void takesWhatIsReachedAndWhatThatRequires() {
    ModuleChoice choice = choose(Map.of("java.sql", "a.Main calls it"), List.of(), List.of());
    assertThat(choice.chosen())
        .containsOnlyKeys("java.base", "java.logging", "java.sql", "java.xml")
        .containsEntry("java.sql", "a.Main calls it")
        .containsEntry("java.xml", "java.sql requires it");
  }

  @Test
  void takesWhatTheRuntimeLooksForByNameWhenCertainClassesAreUsed() {
    ModuleChoice choice =
        choose(
            Map.of(),
            List.of(),
            List.of(),
            "java.time.format.DateTimeFormatter",
            "java.nio.file.FileSystem",
            "javax.naming.directory.DirContext");
    assertThat(choice.chosen())
        .containsOnlyKeys("java.base", "java.naming", "jdk.localedata", "jdk.naming.dns");
    assertThat(choice.chosen().get("jdk.localedata"))
        .isEqualTo(
            "for dates in other languages than English:"
                + " the plan calls java.time.format.DateTimeFormatter");
    assertThat(choice.leftOut())
        .containsOnlyKeys("jdk.zipfs")
        .containsEntry(
            "jdk.zipfs", "for archives as file systems, which nothing in the closure asks for");
  }

  @Test
  void aPackageIsMeantWithoutThoseBelowIt() {
    assertThat(choose(Map.of(), List.of(), List.of(), "javax.naming.directory.spi.X").chosen())
        .containsOnlyKeys("java.base");
  }

  @Test
  void theUserHasTheLastWordButNotAgainstWhatIsRequired() {
    ModuleChoice choice =
        choose(
            Map.of("java.sql", "a.Main calls it"),
            List.of("jdk.zip*"),
            List.of("jdk.localedata", "java.xml"),
            "java.text.NumberFormat");
    assertThat(choice.chosen())
        .containsKeys("jdk.zipfs", "java.xml")
        .doesNotContainKey("jdk.localedata");
    assertThat(choice.chosen().get("jdk.zipfs")).isEqualTo("--always jdk.zip*");
    assertThat(choice.leftOut()).containsEntry("jdk.localedata", "--never jdk.localedata");
  }

  @Test
  void aModuleThatThisJavaDoesNotHaveIsNotMissed() {
    ModuleChoice choice = choose(Map.of("java.corba", "old"), List.of(), List.of(), "java.net.URL");
    assertThat(choice.chosen()).containsOnlyKeys("java.base");
    assertThat(choice.leftOut()).doesNotContainKey("jdk.crypto.ec");
  }
}
