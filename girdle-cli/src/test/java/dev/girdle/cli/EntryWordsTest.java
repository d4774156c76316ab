package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.plan.Entry;
import java.util.List;
import org.junit.jupiter.api.Test;

class EntryWordsTest {
  @Test
  void namesClassesArgumentsAndOptions() {
    List<Entry> entries =
        new EntryWords(
                List.of("main=a.Main", "load=a.Load"),
                List.of("load=--from 'north quay' --quiet"),
                List.of("-Dharbour=north", "main=-Xmx1g"))
            .entries();
    assertThat(entries)
        .containsExactly(
            new Entry("main", "a.Main", List.of(), List.of("-Dharbour=north", "-Xmx1g")),
            new Entry(
                "load",
                "a.Load",
                List.of("--from", "north quay", "--quiet"),
                List.of("-Dharbour=north")));
  }

  @Test
  void withoutAnEntryTheWordsAreForTheOneThatIsFound() {
    assertThat(new EntryWords(List.of(), List.of("a \"\" b"), List.of()).entries())
        .containsExactly(new Entry("", "", List.of("a", "", "b"), List.of()));
    assertThat(new EntryWords(List.of(), List.of(), List.of()).entries()).isEmpty();
  }

  @Test
  void aQuoteThatIsNotClosedIsToldOnce() {
    assertThatThrownBy(
            () -> new EntryWords(List.of("a=x.A", "b=x.B"), List.of("it's"), List.of()).entries())
        .hasMessage("--entry-arguments it's: a ' is opened and not closed");
  }
}
