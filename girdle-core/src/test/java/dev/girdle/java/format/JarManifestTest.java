package dev.girdle.java.format;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.io.Content;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class JarManifestTest {
  private static JarManifest manifest(String... lines) throws IOException {
    String text = "Manifest-Version: 1.0\n" + String.join("\n", lines) + "\n\n";
    return JarManifest.read(Content.of(text.getBytes(StandardCharsets.UTF_8)));
  }

  @Test
  void knowsThePackagesThatItsMakersDeclareOptional() throws IOException {
    JarManifest manifest =
        manifest(
            "Import-Package: a.needed;version=\"[1,2)\",b.one;b.two;resolution:=optional,",
            " c.quoted;version=\"[1.0,2)\";resolution:=\"optional\",d.also.needed",
            "DynamicImport-Package: e.dynamic");
    assertThat(manifest.optionalPackages())
        .containsExactly("b.one", "b.two", "c.quoted", "e.dynamic");
  }

  @Test
  @Timeout(20)
  void aLongListOfPackagesTakesNoLongerThanItIsLong() throws IOException {
    // quotes that do not end would make a careless reader look to the end for every comma
    String many = "a.b;version=\"[1,2)\",".repeat(20_000);
    JarManifest manifest =
        manifest(("Import-Package: " + many + '"').replaceAll("(.{60})", "$1\n "));
    assertThat(manifest.mandatoryPackages()).contains("a.b");
  }

  @Test
  void readsClassPathsOverSeveralLines() throws IOException {
    JarManifest manifest = manifest("Class-Path: lib/a.jar  lib/b", " .jar conf/");
    assertThat(manifest.classPath()).containsExactly("lib/a.jar", "lib/b.jar", "conf/");
    assertThat(manifest("X: y").classPath()).isEmpty();
  }

  @Test
  void anEmptyValueIsNone() throws IOException {
    assertThat(manifest("Main-Class:  ").value("Main-Class")).isEmpty();
    assertThat(manifest("Multi-Release: TRUE").isTrue("Multi-Release")).isTrue();
    assertThat(manifest("Multi-Release: yes").isTrue("Multi-Release")).isFalse();
  }

  @Test
  void aManifestThatCannotBeReadSaysNothing() {
    Content broken = Content.of("no manifest at all".getBytes(StandardCharsets.UTF_8));
    assertThat(JarManifest.readOrNone(broken).value("Main-Class")).isEmpty();
  }

  @Test
  void versionedPathsAreThoseOfTheSpecification() {
    assertThat(Versioned.of("META-INF/versions/11/a/B.class"))
        .isEqualTo(new Versioned("a/B.class", 11));
    assertThat(Versioned.of("META-INF/versions/x/a/B.class").release()).isZero();
    assertThat(Versioned.of("META-INF/versions/11/").release()).isZero();
    assertThat(Versioned.of("a/META-INF/versions/11/B.class").release()).isZero();
    assertThat(Versioned.itemName("META-INF/versions/9/a/B$C.class")).isEqualTo("a.B$C");
    assertThat(Versioned.itemName("a/b.txt")).isEqualTo("a/b.txt");
  }
}
