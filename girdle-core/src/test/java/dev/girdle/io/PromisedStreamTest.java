package dev.girdle.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;

class PromisedStreamTest {
  private static final byte[] BYTES = "low water at seven".getBytes(StandardCharsets.UTF_8);

  private static PromisedStream promising(long size, long crc) {
    return new PromisedStream(new ByteArrayInputStream(BYTES), size, crc, "a.jar: entry sign");
  }

  private static long crc() {
    CRC32 crc = new CRC32();
    crc.update(BYTES);
    return crc.getValue();
  }

  @Test
  void whatKeepsItsPromiseIsGivenAsItIs() throws IOException {
    try (InputStream in = promising(BYTES.length, crc())) {
      assertThat(in.readAllBytes()).isEqualTo(BYTES);
    }
    try (InputStream in = promising(BYTES.length, crc())) {
      assertThat(in.skip(4)).isEqualTo(4); // skipped bytes are part of the checksum
      assertThat(in.readNBytes(BYTES.length - 4)).endsWith('n');
    }
  }

  @Test
  void theChecksumIsLookedAtWithTheLastByteAndNotOnlyAtTheEnd() {
    assertThatThrownBy(() -> promising(BYTES.length, crc() ^ 1).readNBytes(BYTES.length))
        .isInstanceOfSatisfying(
            UnreadableException.class, e -> assertThat(e.fault()).isEqualTo(Fault.APPLICATION))
        .hasMessage("a.jar: entry sign is damaged: its bytes do not fit their checksum");
  }

  @Test
  void moreAndFewerBytesThanPromisedAreTold() {
    assertThatThrownBy(() -> promising(BYTES.length - 1, crc()).readAllBytes())
        .hasMessageContaining("unpacks to more than it promises");
    assertThatThrownBy(() -> promising(BYTES.length + 1, crc()).readAllBytes())
        .hasMessageContaining("ends too early");
  }

  @Test
  void whatCannotBeUnpackedIsTheFaultOfTheBytesAndNotOfWhoCopiesThem() {
    InputStream broken =
        new InputStream() {
          @Override
          public int read() throws IOException {
            throw new IOException("invalid distance");
          }
        };
    IOException failure = null;
    try {
      new PromisedStream(broken, 3, 0, "a.jar: entry sign").readAllBytes();
    } catch (IOException e) {
      failure = e;
    }
    GirdleException told =
        GirdleException.because(
            new IOException("while copying", failure), () -> GirdleException.machine("no room"));
    assertThat(told.fault()).isEqualTo(Fault.APPLICATION);
    assertThat(told).hasMessageContaining("a.jar: entry sign is damaged");
    assertThat(
            GirdleException.because(new IOException("x"), () -> GirdleException.machine("no room")))
        .hasMessage("no room");
  }
}
