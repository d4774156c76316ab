package dev.girdle.start;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * The index decides what is found in an archive; a damaged one is told, and never searched for
 * ever.
 */
class IndexTest {
  private static final List<String> JARS = List.of("lib/almanac.jar", "");
  private static final List<String> NAMES =
      List.of("org/ternhaven/Tide.class", "org/ternhaven/Moon.class", "tides.txt");

  private static byte[] index(int slots, int used) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(Index.MAGIC);
    out.writeUTF("TIDE");
    out.writeInt(1);
    out.writeUTF("tide");
    out.writeUTF("org.ternhaven.Tide");
    out.writeInt(1);
    out.writeUTF("--today");
    out.writeInt(0);
    out.writeInt(17);
    out.writeBoolean(false);
    out.writeInt(JARS.size());
    for (String jar : JARS) {
      out.writeUTF(jar);
    }
    out.writeInt(slots);
    int[] table = new int[slots * 2];
    for (int i = 0; i < used; i++) {
      int hash = NAMES.get(i % NAMES.size()).hashCode();
      int slot = hash & (slots - 1);
      while (table[slot * 2 + 1] != 0) {
        slot = (slot + 1) & (slots - 1);
      }
      table[slot * 2] = hash;
      table[slot * 2 + 1] = (i % JARS.size() + 1) | 9 << 24;
    }
    for (int number : table) {
      out.writeInt(number);
    }
    return bytes.toByteArray();
  }

  /** Searches as those do who look for a file; fails if that does not end. */
  private static int search(Index index, String name) {
    int steps = 0;
    int hash = name.hashCode();
    for (int slot = index.first(hash); !index.isFree(slot); slot = index.next(slot)) {
      assertThat(index.jar(slot)).isBetween(0, index.jars().length - 1);
      assertThat(++steps).as("steps of a search").isLessThan(1 << 16);
    }
    return steps;
  }

  @Test
  void whatIsWrittenIsRead() throws IOException {
    Index index = Index.read(index(8, 3));
    assertThat(index.jars()).containsExactly("lib/almanac.jar", "");
    assertThat(index.entries().chosen().mainClass).isEqualTo("org.ternhaven.Tide");
    assertThat(index.entries().chosen().arguments).containsExactly("--today");
    assertThat(index.runsOn(17)).isTrue();
    assertThat(index.runsOn(16)).isFalse();
    assertThat(search(index, NAMES.get(0))).isPositive();
    int slot = index.first(NAMES.get(0).hashCode());
    assertThat(index.release(slot)).isEqualTo(9);
  }

  @Test
  void anIndexThatEndsTooEarlyIsTold() throws IOException {
    byte[] whole = index(8, 3);
    for (int length = 0; length < whole.length; length++) {
      byte[] cut = Arrays.copyOf(whole, length);
      assertThatExceptionOfType(IOException.class)
          .as("the first " + length + " bytes")
          .isThrownBy(() -> Index.read(cut))
          .withMessageStartingWith("the archive is damaged, get it again (META-INF/girdle/index: ");
    }
  }

  @Test
  void aTableWithoutAFreeSlotIsTold() throws IOException {
    byte[] full = index(8, 8);
    assertThatExceptionOfType(IOException.class)
        .isThrownBy(() -> Index.read(full))
        .withMessageContaining("it is full");
  }

  @Test
  void aTableOfAnImpossibleSizeIsTold() throws IOException {
    byte[] bytes = index(8, 3);
    int size = bytes.length - 8 * Index.SLOT_BYTES - 4;
    for (int wrong : new int[] {0, 7, 16, -8, 1 << 30, Integer.MIN_VALUE}) {
      byte[] other = bytes.clone();
      java.nio.ByteBuffer.wrap(other).putInt(size, wrong);
      assertThatExceptionOfType(IOException.class).isThrownBy(() -> Index.read(other));
    }
  }

  /** With a fixed seed, so that a failure can be seen again. */
  @Test
  void damagedBytesAreToldOrSearchedToAnEnd() throws IOException {
    byte[] whole = index(64, 40);
    Random random = new Random(14);
    int told = 0;
    for (int i = 0; i < 20_000; i++) {
      byte[] damaged = whole.clone();
      for (int j = 0; j <= i % 4; j++) {
        damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
      }
      try {
        Index index = Index.read(damaged);
        NAMES.forEach(name -> search(index, name));
      } catch (IOException e) {
        told++;
      }
    }
    assertThat(told).isPositive();
  }
}
