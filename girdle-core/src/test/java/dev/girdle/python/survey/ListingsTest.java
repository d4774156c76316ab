package dev.girdle.python.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ListingsTest {
  private static List<String> of(String text) {
    return Listings.of("import os, glob\nHERE = Path(__file__).parent\n" + text).stream()
        .map(Listings.Listing::ending)
        .toList();
  }

  @Test
  void whatListsItsOwnFolderIsFound() {
    assertThat(of("for one in HERE.glob('*.json'): pass")).containsExactly(".json");
    assertThat(of("a = sorted(p.name for p in HERE.rglob(\"**/*.txt\"))")).containsExactly(".txt");
    assertThat(of("all = os.listdir(os.path.dirname(__file__))")).containsExactly("");
    assertThat(of("all = list(HERE.iterdir())")).containsExactly("");
  }

  @Test
  void whatListsAnotherFolderIsNot() {
    assertThat(of("all = (HERE / 'data').glob('*.txt')")).isEmpty();
    assertThat(of("all = glob.glob('*.csv'), os.listdir('.')")).isEmpty();
    assertThat(of("all = os.listdir(os.path.join(HERE, 'lists'))")).isEmpty();
    assertThat(of("print(HERE, sorted(os.listdir(folder)))")).isEmpty();
  }

  @Test
  void severalOfALineAreToldApart() {
    assertThat(of("print(HERE.glob('*.json'), (HERE / 'lists').glob('*.txt'))"))
        .containsExactly(".json");
  }
}
