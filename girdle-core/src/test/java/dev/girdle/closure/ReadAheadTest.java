package dev.girdle.closure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

@Timeout(60)
class ReadAheadTest {
  private final List<Integer> taken = new ArrayList<>();

  private static List<Integer> upTo(int count) {
    return IntStream.range(0, count).boxed().toList();
  }

  @Test
  void handsOnInOrder() {
    new ReadAhead<>(upTo(5000), n -> n * 2).forEach(taken::add);
    assertThat(taken).isEqualTo(upTo(5000).stream().map(n -> n * 2).toList());
  }

  @Test
  void readsNothingOfNothing() {
    new ReadAhead<Integer, Integer>(List.of(), n -> n).forEach(taken::add);
    assertThat(taken).isEmpty();
  }

  @Test
  void isNeverFarAheadOfWhoTakes() {
    AtomicInteger read = new AtomicInteger();
    AtomicInteger farthest = new AtomicInteger();
    new ReadAhead<>(
            upTo(20_000),
            n -> {
              read.incrementAndGet();
              return n;
            })
        .forEach(
            n -> {
              taken.add(n);
              farthest.accumulateAndGet(read.get() - taken.size(), Math::max);
            });
    assertThat(taken).hasSize(20_000);
    assertThat(farthest.get())
        .isLessThanOrEqualTo(1024 + Runtime.getRuntime().availableProcessors());
  }

  @Test
  void whatFailsIsToldWhenItIsItsTurn() {
    ReadAhead<Integer, Integer> reading =
        new ReadAhead<>(
            upTo(3000),
            n -> {
              if (n >= 1500) {
                throw new IllegalStateException("at " + n);
              }
              return n;
            });
    assertThatThrownBy(() -> reading.forEach(taken::add))
        .isInstanceOf(IllegalStateException.class)
        .hasMessage("at 1500");
    assertThat(taken).isEqualTo(upTo(1500));
  }

  @Test
  void errorsOfOtherThreadsAreTold() {
    ReadAhead<Integer, Integer> reading =
        new ReadAhead<>(
            upTo(100),
            n -> {
              if (n == 50) {
                throw new StackOverflowError();
              }
              return n;
            });
    assertThatThrownBy(() -> reading.forEach(taken::add)).isInstanceOf(StackOverflowError.class);
    assertThat(taken).hasSize(50);
  }
}
