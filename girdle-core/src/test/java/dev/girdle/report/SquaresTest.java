package dev.girdle.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class SquaresTest {
  private static final Box BOX = new Box(10, 20, 400, 250);

  @RepeatedTest(20)
  void boxesFillTheWholeAndNothingTwice(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    double[] weights =
        random
            .doubles(1 + random.nextInt(300), 0, 1000)
            .map(w -> w < 50 ? 0 : w * w)
            .boxed()
            .sorted((a, b) -> Double.compare(b, a))
            .mapToDouble(w -> w)
            .toArray();
    List<Box> boxes = Squares.divide(BOX, weights);
    assertThat(boxes).hasSize(weights.length);
    double sum = DoubleStream.of(weights).sum();
    for (int i = 0; i < weights.length; i++) {
      Box box = boxes.get(i);
      assertThat(box.area()).isCloseTo(weights[i] / sum * BOX.area(), within(0.01));
      assertThat(box.x()).isGreaterThan(BOX.x() - 0.01);
      assertThat(box.x() + box.width()).isLessThan(BOX.x() + BOX.width() + 0.01);
      assertThat(box.y() + box.height()).isLessThan(BOX.y() + BOX.height() + 0.01);
      for (int j = 0; j < i; j++) {
        assertThat(overlap(box, boxes.get(j))).isLessThan(0.01);
      }
    }
  }

  private static double overlap(Box a, Box b) {
    double width = Math.min(a.x() + a.width(), b.x() + b.width()) - Math.max(a.x(), b.x());
    double height = Math.min(a.y() + a.height(), b.y() + b.height()) - Math.max(a.y(), b.y());
    return Math.max(0, width) * Math.max(0, height);
  }

  @Test
  void equalWeightsBecomeNearlySquare() {
    double[] weights = new double[24];
    java.util.Arrays.fill(weights, 1);
    for (Box box : Squares.divide(BOX, weights)) {
      assertThat(Math.max(box.width() / box.height(), box.height() / box.width())).isLessThan(1.8);
    }
  }

  @Test
  void nothingAndWhatWeighsNothingDoNoHarm() {
    assertThat(Squares.divide(BOX, new double[0])).isEmpty();
    assertThat(Squares.divide(BOX, new double[] {0, 0})).allMatch(b -> b.area() == 0);
    assertThat(Squares.divide(new Box(0, 0, 0, 100), new double[] {3, 1}))
        .allMatch(b -> b.area() == 0 && Double.isFinite(b.height()));
  }
}
