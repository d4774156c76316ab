package dev.girdle.record;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Identity;
import dev.girdle.app.Provenance;
import dev.girdle.plan.AppMetadata;
import java.util.List;
import java.util.Optional;
import org.cyclonedx.Version;
import org.cyclonedx.model.Bom;
import org.cyclonedx.model.Component;
import org.cyclonedx.parsers.JsonParser;
import org.junit.jupiter.api.Test;

class SbomTest {
  private static final AppMetadata SAID =
      new AppMetadata(
          Optional.of("Tide Book"),
          Optional.of("Berths"),
          Optional.of("Harbour office"),
          Optional.empty(),
          Optional.empty(),
          Optional.of("Apache-2.0"),
          Optional.empty(),
          AppMetadata.Rights.USER,
          List.of());

  private static Sbom.Part part(String label, String licence, boolean pruned) {
    return new Sbom.Part(
        label,
        new Provenance(
            "org.ternhaven",
            "almanac",
            Optional.of("2.1"),
            "pkg:maven/org.ternhaven/almanac@2.1",
            List.of(licence),
            List.of()),
        List.of(licence),
        Optional.of("ab".repeat(32)),
        pruned);
  }

  private static byte[] write(Sbom.Part... parts) {
    return Sbom.write(new Identity("tidebook", Optional.of("1.4")), SAID, List.of(parts));
  }

  @Test
  void fitsThePublishedSchemaAndSaysWhatGoesIn() throws Exception {
    byte[] bytes = write(part("almanac-2.1.jar", "MIT", true), part("b.jar", "A licence", false));
    JsonParser parser = new JsonParser();
    assertThat(parser.validate(bytes, Version.VERSION_16)).isEmpty();
    Bom bom = parser.parse(bytes);
    assertThat(bom.getMetadata().getComponent().getName()).isEqualTo("tidebook");
    assertThat(new String(bytes)).doesNotContain("timestamp");
    Component first = bom.getComponents().get(0);
    assertThat(first.getPurl()).isEqualTo("pkg:maven/org.ternhaven/almanac@2.1");
    assertThat(first.getLicenses().getLicenses().get(0).getId()).isEqualTo("MIT");
    assertThat(first.getHashes().get(0).getValue()).isEqualTo("ab".repeat(32));
    assertThat(first.getProperties()).hasSize(1);
    assertThat(bom.getComponents().get(1).getLicenses().getLicenses().get(0).getName())
        .isEqualTo("A licence");
  }

  @Test
  void isTheSameForTheSameInputAndHasANumberOfItsOwn() {
    byte[] one = write(part("a.jar", "MIT", false));
    assertThat(write(part("a.jar", "MIT", false))).isEqualTo(one);
    assertThat(new String(one)).contains("urn:uuid:");
    assertThat(write(part("c.jar", "MIT", false))).isNotEqualTo(one);
  }
}
