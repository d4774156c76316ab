package dev.girdle.report;

/**
 * A rectangle of a drawing.
 *
 * @param x its left edge, pixels
 * @param y its upper edge, pixels
 * @param width pixels
 * @param height pixels
 */
record Box(double x, double y, double width, double height) {
  /** The same without a margin on each side, and without a strip at its top. */
  Box inside(double margin, double top) {
    return new Box(
        x + margin,
        y + margin + top,
        Math.max(0, width - 2 * margin),
        Math.max(0, height - 2 * margin - top));
  }

  double area() {
    return width * height;
  }
}
