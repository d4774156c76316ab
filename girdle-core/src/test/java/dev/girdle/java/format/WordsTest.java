package dev.girdle.java.format;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class WordsTest {
  private static List<String> words(String text) {
    Words words = new Words(text.getBytes(StandardCharsets.UTF_8));
    List<String> found = new ArrayList<>();
    for (String word = words.next(); word != null; word = words.next()) {
      found.add(words.line() + " " + word);
    }
    return found;
  }

  @Test
  void findsNamesInTheTextsOfTheTrade() {
    assertThat(words("<bean class=\"org.tern.Tide\" src='/in/a.xml'/>\n"))
        .contains("1 org.tern.Tide", "1 /in/a.xml");
    assertThat(words("# c\nkey = a.B$C,\\\n  d.E\n")).containsExactly("2 a.B$C", "3 d.E");
    assertThat(words("{\"type\":\"a.b.C\",\"path\":\"x/y-z.json\"}"))
        .containsExactly("1 a.b.C", "1 x/y-z.json");
    assertThat(words("handler: a.b.\u00dcber.")).containsExactly("1 a.b.\u00dcber");
  }

  @Test
  void givesEachWordOnceAndNoneThatCannotBeAName() {
    assertThat(words("a.B a.B\na.B plain words only ... -- .")).containsExactly("1 a.B");
    assertThat(words("")).isEmpty();
    assertThat(words("a.B")).containsExactly("1 a.B");
  }
}
