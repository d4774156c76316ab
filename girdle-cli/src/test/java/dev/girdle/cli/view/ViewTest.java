package dev.girdle.cli.view;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Sizes;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ViewTest {
  private final StringWriter out = new StringWriter();

  private Console console(boolean colour, boolean fine, int width) {
    PrintWriter writer = new PrintWriter(out);
    return new Console(writer, writer, colour, fine, width);
  }

  @ParameterizedTest
  @CsvSource({
    "0, 0 B",
    "999, 999 B",
    "1000, 1.0 kB",
    "999949, 999.9 kB",
    "999950, 1.0 MB",
    "12345678, 12.3 MB",
    "5000000000, 5.0 GB"
  })
  void sizesAreInPowersOfTen(long bytes, String text) {
    assertThat(Sizes.of(bytes)).isEqualTo(text);
  }

  @Test
  void sharesOfNothingAreNothing() {
    assertThat(Sizes.share(1, 3)).isEqualTo("33 %");
    assertThat(Sizes.share(5, 0)).isEqualTo("0 %");
  }

  @Test
  void cellsStandBelowEachOtherWhateverTheirColour() {
    Console console = console(true, true, 0);
    Table table = new Table("lrl");
    table.row("NAME", "SIZE", "WHY");
    table.row(console.paint(Console.Paint.GOOD, "a"), "10", "x");
    table.row("longer", "5", "");
    table.print(console, true);
    assertThat(out.toString().replaceAll("\u001b\\[[0-9;]*m", ""))
        .isEqualTo("  NAME    SIZE  WHY\n  a         10  x\n  longer     5\n");
  }

  @Test
  void aLongLastCellGoesOnBelowItselfAtAWordOrADot() {
    Table table = new Table("ll");
    table.row("name", "called by org.ternhaven.tidebook.TideBook.print, line 37 of it");
    table.row("n", "x".repeat(80));
    table.print(console(false, true, 48), false);
    assertThat(out.toString().lines())
        .allSatisfy(l -> assertThat(l.length()).isLessThan(48))
        .startsWith(
            "  name  called by org.ternhaven.tidebook.", "        TideBook.print, line 37 of it");
    assertThat(out.toString().replaceAll("\\s", "")).contains("x".repeat(80));
  }

  @Test
  void noticesAreBrokenBetweenWords() {
    console(false, true, 50).notices(List.of("word ".repeat(20).strip(), "x".repeat(120)));
    assertThat(out.toString().lines().skip(2))
        .allSatisfy(l -> assertThat(l.length()).isLessThanOrEqualTo(50))
        .startsWith("  word word word word word word word word word")
        .element(1)
        .isEqualTo("    word word word word word word word word word");
    assertThat(out.toString().replaceAll("\\s", "")).endsWith("x".repeat(120));
  }

  @Test
  void elsewhereThanOnATerminalLinesAreNotBroken() {
    Table table = new Table("ll");
    table.row("name", "word ".repeat(100).strip());
    table.print(console(false, true, 0), false);
    assertThat(out.toString()).hasLineCount(1);
  }

  @Test
  void controlCharactersOfHostileNamesDoNotReachTheTerminal() {
    Console console = console(true, true, 0);
    console.line("evil\u001b[2J\u0007\r name " + console.paint(Console.Paint.BAD, "red"));
    assertThat(out.toString()).isEqualTo("evil?[2J?? name \u001b[31mred\u001b[0m\n");
  }

  @Test
  void withoutColourNothingIsPainted() {
    assertThat(console(false, true, 0).paint(Console.Paint.BAD, "x")).isEqualTo("x");
    assertThat(console(true, true, 0).paint(Console.Paint.BAD, "")).isEmpty();
  }

  @Test
  void barsFitTheTerminalAndShowEvenTheSmallestShare() {
    assertThat(console(false, true, 0).bar(0.5, 10)).isEqualTo("\u25a0".repeat(5));
    assertThat(console(false, false, 0).bar(0.001, 10)).isEqualTo("#");
    assertThat(console(false, false, 0).bar(0, 10)).isEmpty();
  }

  @Test
  void jsonObjectsKeepTheirOrderAndLeaveOutWhatIsEmpty() {
    Object object =
        Json.object("b", 1, "a", Optional.of("x"), "none", Optional.empty(), "l", List.of());
    Json.print(console(false, true, 0), object);
    assertThat(out.toString().replaceAll("\\s", "")).isEqualTo("{\"b\":1,\"a\":\"x\",\"l\":[]}");
  }
}
