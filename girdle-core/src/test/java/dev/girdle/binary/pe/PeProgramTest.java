package dev.girdle.binary.pe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.kichik.pecoff4j.PE;
import com.kichik.pecoff4j.ResourceEntry;
import com.kichik.pecoff4j.io.DataReader;
import com.kichik.pecoff4j.io.PEParser;
import com.kichik.pecoff4j.resources.StringTable;
import com.kichik.pecoff4j.resources.VersionInfo;
import com.kichik.pecoff4j.util.ResourceHelper;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.windows.CompiledStarter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PeProgramTest {
  private static final byte[] STARTER = CompiledStarter.STARTER.bytes();

  private static PeProgram starter() throws IOException {
    return PeProgram.of(STARTER);
  }

  private static Resource data(int name, String text) {
    return Resource.of(Resource.DATA, name, 0, text.getBytes());
  }

  private static PE read(PeProgram program) throws IOException {
    return PEParser.parse(new ByteArrayInputStream(program.bytes()));
  }

  @Test
  void whatIsWrittenIsReadByOthers() throws IOException {
    PeProgram program = starter().with(List.of(data(7, "berth"), data(2, "tide")));
    ResourceEntry[] found =
        ResourceHelper.findResources(read(program).getImageData().getResourceTable(), 10);
    assertThat(found).extracting(e -> new String(e.getData())).containsExactly("tide", "berth");
    assertThat(read(program).getImageData().getImportTable()).isNotNull();
    assertThat(read(program).getSectionTable().getNumberOfSections())
        .isEqualTo(read(starter()).getSectionTable().getNumberOfSections() + 1);
  }

  @Test
  void whatIsWrittenIsReadBack() throws IOException {
    List<Resource> some =
        List.of(
            new Resource(new Resource.Key("CHART", 0), new Resource.Key("QUAY", 0), 1031, bytes(3)),
            new Resource(new Resource.Key("CHART", 0), Resource.Key.of(5), 0, bytes(0)),
            data(1, "x"),
            Resource.of(Resource.VERSION, 1, Resource.ENGLISH, bytes(1000)));
    assertThat(starter().with(some).resources()).isEqualTo(some);
    assertThat(starter().resources()).isEmpty();
  }

  private static byte[] bytes(int count) {
    byte[] bytes = new byte[count];
    new Random(count).nextBytes(bytes);
    return bytes;
  }

  /** Any number of times, larger or smaller in between. */
  @Test
  void theSameResourcesGiveTheSameBytes() throws IOException {
    PeProgram once = starter().with(List.of(data(1, "tide")));
    PeProgram again =
        once.with(List.of(data(1, "tide".repeat(5000)))).with(List.of(data(1, "tide")));
    assertThat(again.bytes()).isEqualTo(once.bytes());
  }

  @Test
  void whatStandsBehindStaysAndASignatureGoes() throws IOException {
    byte[] behind = bytes(999);
    byte[] longer = Arrays.copyOf(STARTER, STARTER.length + behind.length);
    System.arraycopy(behind, 0, longer, STARTER.length, behind.length);
    PeProgram program = PeProgram.of(longer).with(List.of(data(1, "tide")));
    assertThat(end(program, 999)).isEqualTo(behind);

    byte[] signed = Arrays.copyOf(program.bytes(), program.bytes().length + 64);
    ByteBuffer head = ByteBuffer.wrap(signed).order(ByteOrder.LITTLE_ENDIAN);
    int optional = head.getInt(0x3c) + 24;
    head.putInt(optional + 112 + 8 * 4, program.bytes().length).putInt(optional + 116 + 8 * 4, 64);
    PeProgram unsigned = PeProgram.of(signed).with(List.of(data(1, "ebb")));
    assertThat(end(unsigned, 999)).isEqualTo(behind);
    assertThat(ByteBuffer.wrap(unsigned.bytes()).getLong(optional + 112 + 8 * 4)).isZero();
  }

  private static byte[] end(PeProgram program, int count) {
    int length = program.bytes().length;
    return Arrays.copyOfRange(program.bytes(), length - count, length);
  }

  /** Counted again in another way: whole words of a copy without the checksum. */
  @Test
  void theChecksumIsThatOfTheWholeFile() throws IOException {
    PeProgram program = starter().with(List.of(data(1, "tides")));
    ByteBuffer copy = ByteBuffer.wrap(program.bytes().clone()).order(ByteOrder.LITTLE_ENDIAN);
    int told = copy.getInt(program.checksumPlace());
    copy.putInt(program.checksumPlace(), 0);
    long sum = 0;
    while (copy.hasRemaining()) {
      sum += copy.getShort() & 0xffff;
      sum = (sum >> 16) + (sum & 0xffff);
    }
    assertThat(told).isEqualTo((int) (sum + program.bytes().length)).isNotZero();
  }

  @Test
  void theKindIsWhatSystemsRead() throws IOException {
    assertThat(read(starter().as(PeProgram.Kind.WINDOWED)).getOptionalHeader().getSubsystem())
        .isEqualTo(2);
    assertThat(read(starter().as(PeProgram.Kind.CONSOLE)).getOptionalHeader().getSubsystem())
        .isEqualTo(3);
  }

  @Test
  void aVersionIsReadByOthers() throws IOException {
    Map<String, String> texts = new LinkedHashMap<>();
    texts.put("FileDescription", "Gezeiten für Ternhaven 港");
    texts.put("ProductVersion", "1.4.0-rc.2");
    byte[] version = new VersionInformation("1.4.0-rc.2", texts).bytes();
    VersionInfo read = VersionInfo.read(new DataReader(version));
    assertThat(read.getFixedFileInfo().getFileVersionMS()).isEqualTo(1 << 16 | 4);
    assertThat(read.getFixedFileInfo().getFileVersionLS()).isEqualTo(2);
    StringTable table = read.getStringFileInfo().getTable(0);
    assertThat(table.getStrings().get(0).getValue()).isEqualTo(texts.get("FileDescription"));
    assertThat(table.getStrings().get(1).getValue()).isEqualTo("1.4.0-rc.2");
    assertThat(VersionInformation.numbers("2026.11.99999999999-x7.8"))
        .containsExactly(2026, 11, 0xffff, 7);
  }

  /** Whatever a file says of itself, it is read, or refused as what it is. */
  @Test
  void damagedProgramsAreRefused() throws IOException {
    byte[] whole = starter().with(List.of(data(1, "tide"), data(2, "berth"))).bytes();
    Random random = new Random(17);
    int refused = 0;
    for (int i = 0; i < 4000; i++) {
      byte[] damaged = whole.clone();
      int end = i % 2 == 0 ? 0x400 : damaged.length;
      int from = i % 2 == 0 ? 0 : end - 0x200;
      for (int n = 0; n <= i % 3; n++) {
        damaged[from + random.nextInt(end - from)] = (byte) random.nextInt();
      }
      try {
        PeProgram program = PeProgram.of(i % 5 == 0 ? Arrays.copyOf(damaged, i * 3) : damaged);
        program.resources();
        program.with(List.of(data(1, "ebb")));
      } catch (DamagedCodeException e) {
        refused++;
      }
    }
    assertThat(refused).isGreaterThan(500);
    assertThatThrownBy(() -> PeProgram.of(new byte[0])).isInstanceOf(DamagedCodeException.class);
  }
}
