package dev.girdle.java.maven;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.fetch.Credentials;
import dev.girdle.fetch.ProxyServer;
import dev.girdle.fetch.RepositoryAddress;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sonatype.plexus.components.cipher.DefaultPlexusCipher;

class MavenSettingsTest {
  private static final Optional<Credentials> OURS = Optional.of(new Credentials("marta", "low"));
  private static final Optional<Credentials> DEPOT = Optional.of(new Credentials("depot", "tide"));

  private static final String COMPANY =
      """
      <mirror><id>harbour</id><url>https://depot.ternhaven.example/all</url>
        <mirrorOf>external:*,!island</mirrorOf></mirror>
      """;

  private static final String SERVER =
      "<server><id>harbour</id><username>depot</username><password>%s</password></server>";

  @TempDir Path dir;

  private MavenSettings settings(String... sections) throws IOException {
    Path file = dir.resolve("settings.xml");
    Files.writeString(file, "<settings>" + String.join("", sections) + "</settings>");
    return MavenSettings.of(
        Map.of("GIRDLE_MAVEN_SETTINGS", file.toString(), "QUAY", dir.resolve("quay").toString()));
  }

  @Test
  void withoutAFileNothingIsSet() {
    MavenSettings none =
        MavenSettings.of(Map.of("GIRDLE_MAVEN_SETTINGS", dir.resolve("none.xml").toString()));
    assertThat(none.localRepository()).isEmpty();
    assertThat(none.repositories()).isEmpty();
    RepositoryAddress plain = none.address("", "https://ternhaven.example/", true, OURS);
    assertThat(plain.uri()).hasToString("https://ternhaven.example/");
    assertThat(plain.credentials()).isEqualTo(OURS);
    assertThat(plain.proxy()).isEmpty();
  }

  @Test
  void theLocalRepositoryMayNameVariables() throws IOException {
    assertThat(settings("<localRepository>${env.QUAY}/libs</localRepository>").localRepository())
        .contains(dir.resolve("quay/libs"));
    assertThat(settings("<localRepository>${env.NONE}/libs</localRepository>").localRepository())
        .isEmpty();
  }

  @Test
  void aMirrorIsAskedInPlaceOfWhatItIsFor() throws IOException {
    MavenSettings settings =
        settings(
            "<mirrors>" + COMPANY + "</mirrors>",
            "<servers>" + SERVER.formatted("tide") + "</servers>");
    RepositoryAddress mirrored = settings.address("", "https://else.example/", true, OURS);
    assertThat(mirrored.uri()).hasToString("https://depot.ternhaven.example/all");
    assertThat(mirrored.credentials()).isEqualTo(DEPOT);
    assertThat(settings.address("island", "https://island.example/", true, OURS).uri())
        .hasToString("https://island.example/");
    assertThat(settings.address("", "file:/srv/libs", true, OURS).uri())
        .as("what is on this machine is not external")
        .hasToString("file:/srv/libs");
  }

  /** Whoever writes a description can write any id and any address into it. */
  @Test
  void noPasswordGoesToAnAddressThatADescriptionGives() throws IOException {
    MavenSettings settings = settings("<servers>" + SERVER.formatted("tide") + "</servers>");
    assertThat(settings.address("harbour", "https://thief.example/", false, OURS).credentials())
        .isEmpty();
    assertThat(settings.address("harbour", "https://ours.example/", true, OURS).credentials())
        .isEqualTo(DEPOT);
  }

  @Test
  void repositoriesOfActiveProfilesAndMirrorsAreKnownById() throws IOException {
    MavenSettings settings =
        settings(
            "<mirrors>" + COMPANY + "</mirrors>",
            "<profiles><profile><id>work</id><repositories><repository><id>quay</id>",
            "<url>https://quay.example/</url></repository></repositories></profile>",
            "<profile><id>idle</id><repositories><repository><id>none</id>",
            "<url>https://none.example/</url></repository></repositories></profile></profiles>",
            "<activeProfiles><activeProfile>work</activeProfile></activeProfiles>");
    assertThat(settings.repositories())
        .containsExactly(
            Map.entry("quay", "https://quay.example/"),
            Map.entry("harbour", "https://depot.ternhaven.example/all"));
  }

  @Test
  void theActiveProxyIsAskedButForHostsThatNeedNone() throws IOException {
    String proxies =
        """
        <proxies>
          <proxy><id>old</id><active>false</active><protocol>https</protocol>
            <host>old.example</host><port>1</port></proxy>
          <proxy><id>gate</id><active>true</active><protocol>https</protocol>
            <host>gate.example</host><port>3128</port><username>depot</username>
            <password>tide</password><nonProxyHosts>*.ternhaven.example</nonProxyHosts></proxy>
        </proxies>
        """;
    MavenSettings settings = settings(proxies);
    assertThat(settings.address("", "https://far.example/", true, OURS).proxy())
        .contains(new ProxyServer("gate.example", 3128, DEPOT));
    assertThat(settings.address("", "https://depot.ternhaven.example/", true, OURS).proxy())
        .isEmpty();
  }

  @Test
  void encryptedPasswordsAreDecryptedOrRefused() throws Exception {
    DefaultPlexusCipher cipher = new DefaultPlexusCipher();
    String secret = cipher.encryptAndDecorate("tide", "master");
    MavenSettings settings = settings("<servers>" + SERVER.formatted(secret) + "</servers>");
    assertThatThrownBy(() -> settings.address("harbour", "https://o.example/", true, OURS))
        .hasMessageContaining("the password of the server harbour in ")
        .hasMessageNotContaining(secret);
    Files.writeString(
        dir.resolve("settings-security.xml"),
        "<settingsSecurity><master>"
            + cipher.encryptAndDecorate("master", "settings.security")
            + "</master></settingsSecurity>");
    assertThat(settings.address("harbour", "https://o.example/", true, OURS).credentials())
        .isEqualTo(DEPOT);
  }

  @Test
  void whatIsBlockedIsRefused() throws IOException {
    MavenSettings settings =
        settings(
            "<mirrors><mirror><id>wall</id><url>http://0.0.0.0/</url>",
            "<mirrorOf>external:http:*</mirrorOf><blocked>true</blocked></mirror></mirrors>");
    assertThatThrownBy(() -> settings.address("", "http://open.example/", true, OURS))
        .hasMessageContaining("is blocked by the mirror wall");
  }

  @Test
  void damagedSettingsStopOnlyWhoAsksForARepositoryAndAreNotQuoted() throws IOException {
    MavenSettings settings = settings("<servers>\n<server><password>low-tide</server></servers>");
    assertThat(settings.localRepository()).isEmpty();
    assertThatThrownBy(settings::repositories)
        .hasMessageContaining("settings.xml cannot be read, line 2")
        .hasMessageNotContaining("low-tide");
  }
}
