package dev.girdle.java.launcher;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.ecosystem.Shape;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.plan.Choice;
import dev.girdle.plan.RuntimeRequest;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class StartersTest {
  private static Starter starter(
      RuntimeNeed need, String main, List<String> options, String... jars) {
    LaunchSpec start = LaunchSpec.of("tide-book", new EntryPoint(main, "a", "x"));
    Identity identity = new Identity("tide-book", Optional.of("1.4"));
    return new Starter(
        identity, start, false, need, List.of(jars), options, Optional.empty(), false);
  }

  private static final LayoutRequest EVERYWHERE =
      new LayoutRequest(
          Shape.FOLDER,
          null,
          List.of(),
          Optional.empty(),
          "",
          false,
          RuntimeRequest.HOST,
          Choice.USUAL,
          List.of(),
          null,
          null,
          null,
          null);
  private static final RuntimeNeed NEWER = new JavaRelease(17, false).need("x");
  private static final RuntimeNeed EXACT = new JavaRelease(21, true).need("x");

  @Test
  void previewFeaturesNeedThatVeryJavaAndAnOption() throws IOException {
    Starter exact = starter(EXACT, "a.Main", List.of(), "a.jar");
    assertThat(UnixStarter.script(exact))
        .contains("needs=21\nexactly=yes\n", "options='--enable-preview'");
    assertThat(WindowsStarter.script(exact))
        .contains("%G_RELEASE% EQU 21", "set \"G_OPTIONS=--enable-preview\"");
    assertThat(ReceiverReadme.text(List.of(exact), EVERYWHERE))
        .contains("Java 21 exactly, with preview features");
    Starter newer = starter(NEWER, "a.Main", List.of(), "a.jar");
    assertThat(UnixStarter.script(newer)).contains("needs=17\nexactly=\n", "options=''");
    assertThat(WindowsStarter.script(newer)).contains("%G_RELEASE% GEQ 17");
  }

  @Test
  void namesOfClassesAndJarsAreNeverReadByTheShell() throws IOException {
    Starter hostile = starter(NEWER, "a.Main$Inner`rm`\"", List.of(), "a`id`$(id)\".jar");
    assertThat(UnixStarter.script(hostile))
        .contains(" 'a.Main$Inner`rm`\"' ")
        .contains("$home/lib/a\\`id\\`\\$(id)\\\".jar");
    Starter percent = starter(NEWER, "a.Main", List.of(), "50%.jar");
    assertThat(WindowsStarter.script(percent)).contains("lib\\50%%.jar");
  }

  @Test
  void whatTheManifestAskedOfTheLauncherGoesToTheCommandLine() throws IOException {
    List<String> options = List.of("--add-opens=java.base/java.lang=ALL-UNNAMED");
    assertThat(UnixStarter.script(starter(NEWER, "a.Main", options, "a.jar")))
        .contains(
            "[ \"$release\" -lt 9 ] || options='--add-opens=java.base/java.lang=ALL-UNNAMED'");
  }

  @Test
  void nothingIsLeftToFillIn() throws IOException {
    Starter any = starter(NEWER, "a.Main", List.of(), "a.jar", "b.jar");
    assertThat(UnixStarter.script(any))
        .doesNotContainPattern("@[A-Z_]+@")
        .contains("TIDE_BOOK_JAVA_HOME");
    assertThat(WindowsStarter.script(any)).doesNotContainPattern("@[A-Z_]+@");
    assertThat(ReceiverReadme.text(List.of(any), EVERYWHERE))
        .contains("bin/tide-book", "bin\\tide-book.cmd", "TIDE_BOOK_JAVA_OPTS")
        .doesNotContain("%");
  }
}
