package dev.girdle.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SealerTest {
  private static final FormRequest FOLDER = FormRequest.of(FormKind.FOLDER);
  private static final FormRequest ARCHIVE = FormRequest.of(FormKind.ARCHIVE);

  @TempDir Path dir;
  private Office office;
  private Path out;

  @BeforeEach
  void office() throws IOException {
    office = new Office(dir);
    office.library("gauges", "package g; public class Gauge { public int read() { return 4; } }");
    office.main("System.out.println(new g.Gauge().read());");
    out = dir.resolve("out");
  }

  private Outcome seal(Sealer sealer, Output output) {
    Plan plan = Plan.of(office.app()).with(Choice.of(Prune.FILES)).with(output);
    try (Analyses analyses = new Analyzer(Progress.SILENT).analyzeAll(plan)) {
      return sealer.seal(analyses);
    }
  }

  private Outcome seal(Output output) {
    return seal(new Sealer("0", Progress.SILENT), output);
  }

  private List<String> made() throws IOException {
    if (!Files.exists(out)) {
      return List.of();
    }
    try (Stream<Path> all = Files.list(out)) {
      return all.map(p -> p.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void eachFormIsMadeAndToldInTheOrderOfThePlan() throws IOException {
    Outcome outcome = seal(Output.of(out, ARCHIVE, FOLDER));
    assertThat(outcome.failures()).isEmpty();
    assertThat(outcome.artifacts())
        .extracting(Artifact::form)
        .containsExactly("nested archive", "folder");
    for (Artifact artifact : outcome.artifacts()) {
      assertThat(artifact.path()).exists().hasParent(out);
      assertThat(artifact.bytes()).isEqualTo(Sealer.sizeOf(artifact.path()));
      assertThat(artifact.files()).isPositive();
    }
    assertThat(made()).containsExactly("office", "office.jar");
  }

  @Test
  void aPlaceThatIsTakenStopsAllBeforeAnythingIsBegun() throws IOException {
    Files.createDirectories(out);
    Files.writeString(out.resolve("office.jar"), "somebody's");
    assertThatThrownBy(() -> seal(Output.of(out, FOLDER, ARCHIVE)))
        .isInstanceOf(GirdleException.class)
        .hasMessageContaining("office.jar");
    assertThat(made()).containsExactly("office.jar");
    assertThat(out.resolve("office.jar")).hasContent("somebody's");
  }

  @Test
  void onlyWhatGirdleMadeIsReplaced() throws IOException {
    seal(Output.of(out, ARCHIVE));
    byte[] first = Files.readAllBytes(out.resolve("office.jar"));
    Output again = new Output(List.of(ARCHIVE), List.of(), out, true);
    assertThat(seal(again).failures()).isEmpty();
    assertThat(out.resolve("office.jar")).hasBinaryContent(first);
    Files.writeString(out.resolve("office.jar"), "somebody's");
    assertThatThrownBy(() -> seal(again)).isInstanceOf(GirdleException.class);
    assertThat(out.resolve("office.jar")).hasContent("somebody's");
  }

  @Test
  void whatIsNeededAndMissingIsAFailureAndNothingIsMade() throws IOException {
    office.remove("gauges");
    Outcome outcome = seal(Output.of(out, FOLDER, ARCHIVE));
    assertThat(outcome.artifacts()).isEmpty();
    assertThat(outcome.failures())
        .singleElement()
        .satisfies(f -> assertThat(f.why()).hasMessageContaining("g.Gauge"));
    assertThat(made()).isEmpty();
    assertThatThrownBy(outcome::orThrow).hasMessageContaining("g.Gauge");
  }

  /** A gate that one artifact does not pass does not keep the other back. */
  @Test
  void whatDoesNotPassItsRehearsalIsNotMovedInAndTheOthersAre() throws IOException {
    Gate gate =
        artifact -> {
          if (Files.isDirectory(artifact)) {
            throw GirdleException.application("the bell does not ring");
          }
          return List.of("the bell rings");
        };
    Outcome outcome =
        seal(new Sealer("0", Progress.SILENT).through(gate), Output.of(out, FOLDER, ARCHIVE));
    assertThat(outcome.failures()).extracting(Outcome.Failure::what).containsExactly("folder");
    assertThat(outcome.artifacts())
        .singleElement()
        .satisfies(a -> assertThat(a.notices()).contains("the bell rings"));
    assertThat(made()).containsExactly("office.jar");
  }
}
