package dev.girdle.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.plan.NamePattern;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class WordsTest {
  @Test
  void identitiesFitFileNamesAndVariables() {
    Identity identity = new Identity("tide-book", Optional.of("1.4"));
    assertThat(identity.fileName()).isEqualTo("tide-book-1.4");
    assertThat(identity.variablePrefix()).isEqualTo("TIDE_BOOK");
    assertThat(new Identity("7seas", Optional.empty()).variablePrefix()).isEqualTo("_7SEAS");
    assertThat(Identity.fit("../Tide Book: \u00fcber")).isEqualTo("Tide-Book-ber");
    assertThat(Identity.fit("...")).isEqualTo("application");
  }

  @Test
  void theNearestNameIsTheOneThatWasMeant() {
    List<String> names = List.of("a.Tide", "b.tides.Tides", "c.Moon");
    assertThat(Nearest.to("b.Tides", names, 3)).first().isEqualTo("b.tides.Tides");
    assertThat(Nearest.to("Harbourmaster", names, 3)).isEmpty();
  }

  @Test
  void patternsStopAtDotsUnlessTheyAreDoubled() {
    assertThat(NamePattern.of("a.**").matches("a.b.C")).isTrue();
    assertThat(NamePattern.of("a.**").matches("a")).isTrue();
    assertThat(NamePattern.of("a.**").matches("ab.C")).isFalse();
    assertThat(NamePattern.of("a.*").matches("a.C")).isTrue();
    assertThat(NamePattern.of("a.*").matches("a.b.C")).isFalse();
    assertThat(NamePattern.of("**").matches("a.b$C")).isTrue();
    assertThat(NamePattern.of("a(").matches("a(")).isTrue();
  }
}
