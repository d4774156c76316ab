package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.plan.Entry;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class EntryWordsTest {
  @Test
  void namesClassesArgumentsAndOptions() {
    List<Entry> entries =
        new EntryWords(
                List.of("main=a.Main", "load=a.Load"),
                List.of("load=--from 'north quay' --quiet"),
                List.of("-Dharbour=north", "main=-Xmx1g"))
            .over(List.of());
    assertThat(entries)
        .containsExactly(
            new Entry(
                "main",
                "a.Main",
                List.of(),
                List.of("-Dharbour=north", "-Xmx1g"),
                Map.of(),
                false,
                ""),
            new Entry(
                "load",
                "a.Load",
                List.of("--from", "north quay", "--quiet"),
                List.of("-Dharbour=north"),
                Map.of(),
                false,
                ""));
  }

  @Test
  void withoutAnEntryTheWordsAreForTheOneThatIsFound() {
    assertThat(new EntryWords(List.of(), List.of("a \"\" b"), List.of()).over(List.of()))
        .containsExactly(new Entry("", "", List.of("a", "", "b"), List.of(), Map.of(), false, ""));
    assertThat(new EntryWords(List.of(), List.of(), List.of()).over(List.of())).isEmpty();
  }

  @Test
  void aQuoteThatIsNotClosedIsToldOnce() {
    assertThatThrownBy(
            () ->
                new EntryWords(List.of("a=x.A", "b=x.B"), List.of("it's"), List.of())
                    .over(List.of()))
        .hasMessage("--entry-arguments it's: a ' is opened and not closed");
  }

  @Test
  void whatIsSaidHereOverrulesThePlan() {
    Entry planned =
        new Entry(
            "main", "a.Main", List.of("--all"), List.of("-Xmx1g"), Map.of("A", "b"), true, "");
    assertThat(new EntryWords(List.of(), List.of(), List.of()).over(List.of(planned)))
        .containsExactly(planned);
    assertThat(new EntryWords(List.of(), List.of("--few"), List.of()).over(List.of(planned)))
        .containsExactly(
            new Entry(
                "main", "a.Main", List.of("--few"), List.of("-Xmx1g"), Map.of("A", "b"), true, ""));
    assertThat(new EntryWords(List.of("main=b.Main"), List.of(), List.of()).over(List.of(planned)))
        .containsExactly(
            new Entry(
                "main", "b.Main", List.of("--all"), List.of("-Xmx1g"), Map.of("A", "b"), true, ""));
  }
}
