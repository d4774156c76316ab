package dev.girdle.identity;

import static org.assertj.core.api.Assertions.assertThat;

import com.dd.plist.NSDictionary;
import com.dd.plist.PropertyListParser;
import dev.girdle.app.EntryPoint;
import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import dev.girdle.plan.AppMetadata;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AppearanceTest {
  private static final Identity IDENTITY = new Identity("tidebook", Optional.of("1.4"));
  private static final Layout EMPTY =
      new Layout(List.of(), List.of(), "record", List.of(), List.of(), "%s/bin/tidebook");

  @TempDir Path dir;

  private AppMetadata metadata(String title) throws IOException {
    Path icon = dir.resolve("icon.png");
    ImageIO.write(new BufferedImage(64, 64, BufferedImage.TYPE_INT_ARGB), "png", icon.toFile());
    return new AppMetadata(
        Optional.of(title),
        Optional.of("Berths\nand tides"),
        Optional.of("Harbour office"),
        Optional.of("org.ternhaven.tidebook"),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        AppMetadata.Rights.USER,
        List.of(icon));
  }

  private static Appearance of(AppMetadata metadata, boolean window, String target) {
    EntryPoint point = new EntryPoint("a.Main", "a.jar", "x");
    LaunchSpec start = new LaunchSpec("tidebook", point, List.of(), List.of(), Map.of(), window);
    Optional<Target> where = target.isEmpty() ? Optional.empty() : Optional.of(Target.of(target));
    return new Appearance(IDENTITY, metadata, List.of(start), where);
  }

  private static String text(Layout layout, String path) throws IOException {
    LayoutFile file =
        layout.files().stream().filter(f -> f.path().equals(path)).findFirst().orElseThrow();
    return new String(file.content().bytes(1 << 20), StandardCharsets.UTF_8);
  }

  @Test
  void linuxGetsAMenuEntryAndIcons() throws IOException {
    Appearance linux = of(metadata("Tide \\ Book"), true, "linux-x64");
    Layout layout = linux.dress(EMPTY);
    assertThat(layout.files())
        .extracting(LayoutFile::path)
        .contains("share/icons/hicolor/16x16/apps/org.ternhaven.tidebook.png")
        .contains("share/icons/hicolor/64x64/apps/org.ternhaven.tidebook.png")
        .noneMatch(p -> p.endsWith(".ico") || p.contains("128x128"));
    assertThat(text(layout, "share/applications/org.ternhaven.tidebook.desktop"))
        .isEqualTo(
            """
            [Desktop Entry]
            Type=Application
            Version=1.0
            Name=Tide \\\\ Book
            Comment=Berths\\nand tides
            Exec="@FOLDER@/bin/tidebook"
            Icon=@FOLDER@/share/icons/hicolor/64x64/apps/org.ternhaven.tidebook.png
            Terminal=false
            """);
    assertThat(linux.receiverNotes().get(0)).contains("sed \"s|@FOLDER@|$PWD|\"");
    assertThat(layout.notices()).anyMatch(n -> n.contains("the icon is 64 pixels wide"));
  }

  @Test
  void macosGetsABundle() throws Exception {
    Appearance macos = of(metadata("Tide/Book"), false, "macos-arm64");
    assertThat(macos.programFolder()).isEqualTo("Tide-Book.app/Contents/Resources/");
    Layout layout = macos.dress(EMPTY);
    NSDictionary list =
        (NSDictionary)
            PropertyListParser.parse(
                text(layout, "Tide-Book.app/Contents/Info.plist").getBytes(StandardCharsets.UTF_8));
    assertThat(list.get("CFBundleName").toJavaObject()).isEqualTo("Tide/Book");
    assertThat(list.get("CFBundleExecutable").toJavaObject()).isEqualTo("tidebook");
    assertThat(list.get("CFBundleIdentifier").toJavaObject()).isEqualTo("org.ternhaven.tidebook");
    assertThat(list.get("CFBundleShortVersionString").toJavaObject()).isEqualTo("1.4");
    assertThat(list.get("CFBundleIconFile").toJavaObject()).isEqualTo("tidebook.icns");
    assertThat(layout.starting().line()).isEqualTo("\"%s/Tide-Book.app/Contents/MacOS/tidebook\"");
  }

  @Test
  void windowsGetsAProgramForEachWayToStartIt() throws IOException {
    Appearance windows = of(metadata("Tide Book"), false, "windows-x64");
    List<WindowsStart> starts =
        List.of(
            new WindowsStart("tidebook", false, Orders.NONE),
            new WindowsStart("almanac", true, Orders.NONE));
    assertThat(windows.dress(EMPTY.starting(EMPTY.starting().programmedBy(starts))).files())
        .extracting(LayoutFile::path)
        .containsExactly("tidebook.exe", "almanac.exe");
    assertThat(windows.receiverNotes()).hasSize(1).first().asString().contains("shortcut");
  }

  @Test
  void whatAReceiverWouldNoticeIsToldAndNothingElse() {
    assertThat(of(AppMetadata.NONE, false, "").dress(EMPTY)).isEqualTo(EMPTY);
    assertThat(of(AppMetadata.NONE, true, "windows-x64").dress(EMPTY).notices())
        .containsExactly("no icon is given, so systems show one of their own");
    assertThat(of(AppMetadata.NONE, false, "macos-x64").dress(EMPTY).notices()).hasSize(2);
  }
}
