package dev.girdle.nativeprogram.linkage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.system.RootFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandTest {
  @TempDir Path system;

  @BeforeEach
  void programs() throws IOException {
    Files.createDirectories(system.resolve("usr/bin"));
    Files.createDirectories(system.resolve("opt/tide/bin"));
    Files.writeString(system.resolve("usr/bin/perl"), "");
    Files.writeString(system.resolve("opt/tide/bin/run"), "");
  }

  private Optional<Command> of(String text) {
    return Command.of(
        text, List.of("tides.pl", "bin/two words.pl")::contains, new RootFolder(system));
  }

  @Test
  void theFirstFileOfTheApplicationIsWhatIsRun() {
    assertThat(of("perl -w ./tides.pl --all tides.pl"))
        .contains(
            new Command(
                "/usr/bin/perl",
                List.of("-w"),
                Optional.of("tides.pl"),
                List.of("--all", "tides.pl")));
    assertThat(of("/opt/tide/bin/run -e 'print 1'"))
        .contains(
            new Command(
                "/opt/tide/bin/run", List.of(), Optional.empty(), List.of("-e", "print 1")));
  }

  @Test
  void quotesKeepWordsTogether() {
    assertThat(of(" perl  'bin/two words.pl' \"a \\\"b\\\" '\" c\\ d '' "))
        .contains(
            new Command(
                "/usr/bin/perl",
                List.of(),
                Optional.of("bin/two words.pl"),
                List.of("a \"b\" '", "c d", "")));
    assertThat(of("perl 'tides.pl")).isEmpty();
    assertThat(of("  ")).isEmpty();
  }

  @Test
  void whatIsNoProgramOfTheSystemIsNoCommand() {
    assertThat(of("pearl tides.pl")).isEmpty();
    assertThat(of("bin/perl tides.pl")).isEmpty();
    assertThat(of("/opt/tide/bin/walk tides.pl")).isEmpty();
  }
}
