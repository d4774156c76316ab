package dev.girdle.closure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/**
 * Who is prepared for the absence of what; makers are the items' first letters, so are families.
 */
class OptionalReferencesTest {
  private final Component component =
      Component.runtime("letters", List.of("a1", "a2", "a3", "b1", "b2"));
  private final Map<String, List<Demand>> unsatisfied = new LinkedHashMap<>();

  private final Linkage letters =
      new MadeUpLanguage() {
        @Override
        public String vendorOf(Item item) {
          return item.name().substring(0, 1);
        }
      };

  private void asks(String from, How how, String name, Strength strength, String excuse) {
    Item item = from.isEmpty() ? null : component.item(from).orElseThrow();
    unsatisfied
        .computeIfAbsent(name, n -> new ArrayList<>())
        .add(
            new Demand(
                Wanted.all(MadeUpLanguage.LETTER, name),
                new Site(item, "", 0, ""),
                new Need(how, strength, excuse)));
  }

  private void hard(String from, String name) {
    asks(from, MadeUpLanguage.CALL, name, Strength.HARD, "");
  }

  private Strength after(String from, String name) {
    return unsatisfied.get(name).stream()
        .filter(d -> d.asker().map(Item::name).orElse("").equals(from))
        .findFirst()
        .orElseThrow()
        .strength();
  }

  private void apply() {
    apply("");
  }

  /** Where the makers of one say by themselves that they need what it asks for. */
  private void apply(String declared) {
    new OptionalReferences(letters, unsatisfied.values(), d -> d.from().name().equals(declared))
        .apply();
  }

  @Test
  void whatIsDeclaredIsNotExcusedByWhatOthersArePreparedFor() {
    asks("a1", MadeUpLanguage.CALL, "x1", Strength.SOFT, "its absence is caught there");
    hard("a2", "x2");
    hard("a3", "x2");
    asks("b1", MadeUpLanguage.INHERITANCE, "y1", Strength.HARD, "");
    apply("a3");
    assertThat(after("a2", "x2")).isEqualTo(Strength.SOFT);
    assertThat(after("a3", "x2")).isEqualTo(Strength.HARD);
    assertThat(after("b1", "y1")).isEqualTo(Strength.SOFT);
  }

  @Test
  void whoIsBasedOnWhatIsDeclaredNeedsIt() {
    asks("b1", MadeUpLanguage.INHERITANCE, "y1", Strength.HARD, "");
    apply("b1");
    assertThat(after("b1", "y1")).isEqualTo(Strength.HARD);
  }

  @Test
  void whoIsPreparedInOnePlaceIsPreparedForTheFamily() {
    asks("a1", MadeUpLanguage.CALL, "x1", Strength.SOFT, "its absence is caught there");
    hard("a2", "x2");
    hard("b1", "x2");
    apply();
    assertThat(after("a2", "x2")).isEqualTo(Strength.SOFT);
    assertThat(after("b1", "x2"))
        .as("others' precaution is none of theirs")
        .isEqualTo(Strength.HARD);
  }

  @Test
  void whatIsOptionalItselfMissesNothingElseBadly() {
    asks("a1", MadeUpLanguage.CALL, "x1", Strength.SOFT, "its absence is caught there");
    hard("a2", "x1");
    hard("a2", "y1");
    hard("a3", "y1");
    apply();
    assertThat(after("a2", "y1")).isEqualTo(Strength.SOFT);
    assertThat(after("a3", "y1")).isEqualTo(Strength.HARD);
  }

  @Test
  void whatIsOnlyBasedOnSomethingIsThereForThoseWhoHaveIt() {
    asks("a1", MadeUpLanguage.INHERITANCE, "x1", Strength.HARD, "");
    hard("a1", "x2");
    hard("a1", "y1");
    apply();
    assertThat(after("a1", "x1")).isEqualTo(Strength.SOFT);
    assertThat(after("a1", "x2")).isEqualTo(Strength.SOFT);
    assertThat(after("a1", "y1"))
        .as("it cannot be loaded, so it misses nothing")
        .isEqualTo(Strength.SOFT);
  }

  @Test
  void oneWhoIsNotBasedOnItNeedsIt() {
    asks("a1", MadeUpLanguage.INHERITANCE, "x1", Strength.HARD, "");
    hard("b1", "x2");
    apply();
    assertThat(after("a1", "x1")).isEqualTo(Strength.HARD);
    assertThat(after("b1", "x2")).isEqualTo(Strength.HARD);
  }

  @Test
  void theUsersOwnWordsAreNeverWeakened() {
    asks("a1", MadeUpLanguage.CALL, "x1", Strength.SOFT, "its absence is caught there");
    hard("", "x1");
    apply();
    assertThat(after("", "x1")).isEqualTo(Strength.HARD);
  }
}
