package dev.girdle.report;

import java.util.ArrayList;
import java.util.List;

/**
 * Divides a rectangle into rectangles of given areas that are as square as can be (Bruls, Huizing
 * and van Wijk, "Squarified Treemaps", 2000).
 */
final class Squares {
  private final double[] areas;
  private final List<Box> boxes = new ArrayList<>();
  private Box free;

  private Squares(double[] areas, Box free) {
    this.areas = areas;
    this.free = free;
  }

  /**
   * Divides a box into boxes whose areas are as their weights, none of them narrower than need be.
   *
   * @param box what is divided
   * @param weights the largest first; none negative
   * @return a box for each weight, in their order, that together fill the whole
   */
  static List<Box> divide(Box box, double[] weights) {
    double sum = 0;
    for (double weight : weights) {
      sum += weight;
    }
    double[] areas = new double[weights.length];
    for (int i = 0; i < areas.length; i++) {
      areas[i] = sum == 0 ? 0 : weights[i] / sum * box.area();
    }
    Squares squares = new Squares(areas, box);
    int from = 0;
    while (from < areas.length) {
      from = squares.row(from);
    }
    return squares.boxes;
  }

  /** Lays a row along the shorter side for as long as that makes its boxes more square. */
  private int row(int from) {
    double side = Math.min(free.width(), free.height());
    double sum = areas[from];
    double worst = worst(areas[from], areas[from], sum, side);
    int to = from + 1;
    while (to < areas.length) {
      double next = worst(areas[from], areas[to], sum + areas[to], side);
      if (next > worst) {
        break;
      }
      worst = next;
      sum += areas[to++];
    }
    lay(from, to, sum, side);
    return to;
  }

  private static double worst(double largest, double smallest, double sum, double side) {
    if (smallest == 0 || sum == 0) {
      return Double.MAX_VALUE;
    }
    double thickness = sum / side;
    double aspect = largest / (thickness * thickness);
    double other = thickness * thickness / smallest;
    return Math.max(aspect, other);
  }

  private void lay(int from, int to, double sum, double side) {
    boolean upright = free.width() >= free.height();
    double thickness = side == 0 ? 0 : sum / side;
    double at = 0;
    for (int i = from; i < to; i++) {
      double length = sum == 0 ? 0 : areas[i] / sum * side;
      boxes.add(
          upright
              ? new Box(free.x(), free.y() + at, thickness, length)
              : new Box(free.x() + at, free.y(), length, thickness));
      at += length;
    }
    free =
        upright
            ? new Box(
                free.x() + thickness,
                free.y(),
                Math.max(0, free.width() - thickness),
                free.height())
            : new Box(
                free.x(),
                free.y() + thickness,
                free.width(),
                Math.max(0, free.height() - thickness));
  }
}
