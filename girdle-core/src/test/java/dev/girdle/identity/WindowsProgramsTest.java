package dev.girdle.identity;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Identity;
import dev.girdle.binary.pe.PeProgram;
import dev.girdle.binary.pe.Resource;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import dev.girdle.plan.AppMetadata;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;

class WindowsProgramsTest {
  private static final Identity TIDEBOOK = new Identity("tidebook", Optional.of("1.4.0"));

  private static AppMetadata metadata(AppMetadata.Rights rights) {
    return new AppMetadata(
        Optional.of("Tides & \"Berths\" <of> Ternhaven"),
        Optional.of("Tells when\nships can lie"),
        Optional.of("Harbour office"),
        Optional.of("org.ternhaven.tidebook"),
        Optional.empty(),
        Optional.empty(),
        Optional.of("(c) 2026 the harbour office"),
        rights,
        List.of());
  }

  private static String text(PeProgram program, int type, int name) throws IOException {
    byte[] bytes =
        program.resources().stream()
            .filter(r -> r.isOf(type) && r.name().number() == name)
            .findFirst()
            .orElseThrow()
            .bytes();
    return new String(bytes, StandardCharsets.UTF_8);
  }

  private static String level(AppMetadata.Rights rights, Orders orders) throws Exception {
    byte[] program =
        new WindowsPrograms(TIDEBOOK, metadata(rights))
            .starter(new WindowsStart("tidebook", false, orders));
    String manifest = text(PeProgram.of(program), Resource.MANIFEST, 1);
    DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
    factory.setNamespaceAware(true);
    Document document =
        factory.newDocumentBuilder().parse(new InputSource(new StringReader(manifest)));
    Element level =
        (Element) document.getElementsByTagNameNS("*", "requestedExecutionLevel").item(0);
    int pages = document.getElementsByTagNameNS("*", "activeCodePage").getLength();
    return level.getAttribute("level") + " " + pages;
  }

  @Test
  void theManifestIsXmlAndAsksForTheRightsOfThePlan() throws Exception {
    assertThat(level(AppMetadata.Rights.USER, Orders.NONE)).isEqualTo("asInvoker 1");
    assertThat(level(AppMetadata.Rights.HIGHEST, Orders.NONE)).isEqualTo("highestAvailable 1");
    assertThat(level(AppMetadata.Rights.ADMINISTRATOR, Orders.NONE.and("main", "x")))
        .as("what runs in the process asks Windows for its code page")
        .isEqualTo("requireAdministrator 0");
  }

  @Test
  void ordersStandInItLineByLine() throws IOException {
    Orders orders =
        Orders.NONE
            .and("word", List.of("100%", "a\nb", LayoutCommand.PLACE + "/app/x", "港"))
            .and("option", "--import=" + Orders.ADDRESS + "/app/y");
    WindowsStart start = new WindowsStart("tidebook", true, orders);
    byte[] bytes = new WindowsPrograms(TIDEBOOK, metadata(AppMetadata.Rights.USER)).starter(start);
    assertThat(text(PeProgram.of(bytes), Resource.DATA, WindowsPrograms.FIRST_ENTRY))
        .isEqualTo(
            """
            word 100%25
            word a%0Ab
            word %~/app/x
            word 港
            option --import=%:/app/y
            title Tides & "Berths" <of> Ternhaven 1.4.0
            """);
    assertThat(new WindowsPrograms(TIDEBOOK, metadata(AppMetadata.Rights.USER)).starter(start))
        .isEqualTo(bytes);
  }

  @Test
  void aProgramOfSeveralEntriesHasTheOrdersOfEach() throws IOException {
    List<WindowsStart> starts =
        List.of(
            new WindowsStart("tidebook", false, Orders.NONE.and("name", "tidebook")),
            new WindowsStart("almanac", false, Orders.NONE.and("name", "almanac")));
    PeProgram program =
        new WindowsPrograms(TIDEBOOK, AppMetadata.NONE)
            .unpacker(starts, Orders.NONE.and("offset", "000000000007"));
    assertThat(text(program, Resource.DATA, WindowsPrograms.PAYLOAD))
        .isEqualTo("offset 000000000007\n");
    assertThat(text(program, Resource.DATA, WindowsPrograms.FIRST_ENTRY + 1))
        .startsWith("name almanac\n")
        .contains("entry-variable TIDEBOOK_ENTRY\n", "unpack-variable TIDEBOOK_UNPACK_DIR\n");
  }

  /** What a program has for itself stays; a signature would be of something else. */
  @Test
  void aProgramOfTheApplicationGetsTheRelease() throws IOException {
    WindowsPrograms programs = new WindowsPrograms(TIDEBOOK, AppMetadata.NONE);
    WindowsStart start = new WindowsStart("crane", false, Orders.NONE.and("name", "crane"));
    byte[] own =
        new WindowsPrograms(new Identity("crane", Optional.of("0.1")), AppMetadata.NONE)
            .starter(start);

    PeProgram dressed = PeProgram.of(programs.dressed(own, start).orElseThrow());

    assertThat(text(dressed, Resource.DATA, WindowsPrograms.FIRST_ENTRY))
        .isEqualTo(text(PeProgram.of(own), Resource.DATA, WindowsPrograms.FIRST_ENTRY));
    assertThat(version(dressed)).contains("1.4.0").doesNotContain("0.1");
    assertThat(version(PeProgram.of(own))).contains("0.1").doesNotContain("1.4.0");

    java.nio.ByteBuffer head =
        java.nio.ByteBuffer.wrap(own).order(java.nio.ByteOrder.LITTLE_ENDIAN);
    head.putInt(head.getInt(0x3c) + 24 + 112 + 8 * 4, own.length); // its table of certificates
    assertThat(programs.dressed(own, start)).isEmpty();
    assertThat(programs.dressed(new byte[100], start)).isEmpty();
  }

  private static String version(PeProgram program) throws IOException {
    byte[] bytes =
        program.resources().stream()
            .filter(r -> r.isOf(Resource.VERSION))
            .findFirst()
            .orElseThrow()
            .bytes();
    return new String(bytes, StandardCharsets.UTF_16LE);
  }
}
