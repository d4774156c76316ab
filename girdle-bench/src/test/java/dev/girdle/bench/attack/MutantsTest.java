package dev.girdle.bench.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A short, fixed part of the attacks that {@code girdle-bench/attack} runs all of. */
class MutantsTest {
  private static final int FIRST = 100_000;
  private static final int MANY = 250;

  @TempDir Path dir;

  @Test
  void noMutantIsTakenForSomethingElseOrBreaksOut() throws IOException {
    Mutants mutants = Mutants.in(dir.resolve("world"));
    mutants.attack(FIRST, FIRST + MANY);
    assertThat(mutants.findings()).isEmpty();
    assertThat(mutants.tried().values().stream().mapToInt(n -> n).sum()).isGreaterThan(MANY);
    // if nothing were refused, nothing would have been damaged
    assertThat(mutants.refused().values().stream().mapToInt(n -> n).sum()).isGreaterThan(MANY / 4);
  }

  @Test
  void theSameNumberDamagesInTheSameWay() {
    byte[] whole = "low water at seven, high water at one".getBytes();
    byte[] first = Mutation.mutant(whole, new Random(7));
    assertThat(Mutation.mutant(whole, new Random(7))).isEqualTo(first);
    assertThat(Arrays.equals(first, whole)).isFalse();
    for (Mutation one : Mutation.values()) {
      boolean changes = false;
      for (int seed = 0; seed < 20; seed++) {
        changes |= !Arrays.equals(one.change(whole.clone(), new Random(seed)), whole);
      }
      assertThat(changes).as(one.toString()).isTrue();
    }
  }
}
