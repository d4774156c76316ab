package dev.girdle.python.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.ecosystem.Symptom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines as Python 3.8 to 3.13 write them. */
class MissedThingTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "ModuleNotFoundError: No module named 'ropes.knots'|CODE|ropes.knots|ropes/knots",
        "ModuleNotFoundError: No module named 'xml.etree'|PART|xml|xml",
        "ImportError: cannot import name 'tie' from 'ropes' (/x/app/ropes.py)|CODE|ropes.tie|ropes/tie",
        "ImportError: libpq.so.5: cannot open shared object file: No such file|LIBRARY|libpq.so.5|libpq.so.5",
        "FileNotFoundError: [Errno 2] No such file or directory: '/o/b/app/data/x.csv'|FILE|/o/b/app/data/x.csv|data/x.csv"
      })
  void linesTellWhatIsMissing(String line, Symptom.Kind kind, String name, String path) {
    assertThat(MissedThing.in(line))
        .singleElement()
        .satisfies(
            s -> {
              assertThat(s.kind()).isEqualTo(kind);
              assertThat(s.name()).isEqualTo(name);
              assertThat(s.path()).isEqualTo(path);
            });
  }

  @Test
  void whatWasLeftOutIsKeptByItsPath() {
    assertThat(MissedThing.kept("ropes/knots", "ropes@1", "ropes/knots.py"))
        .contains("ropes/knots.py");
    assertThat(MissedThing.kept("ropes/knots", "ropes@1", "ropes/knots/__init__.py")).isPresent();
    assertThat(MissedThing.kept("ropes/knots", "ropes@1", "ropes/knot.py")).isEmpty();
    assertThat(MissedThing.kept("ropes/knots", "Ropes@1", null)).contains("Ropes@1");
    assertThat(MissedThing.in("nothing of the kind")).isEmpty();
  }
}
