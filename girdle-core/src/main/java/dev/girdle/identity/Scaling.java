package dev.girdle.identity;

import java.awt.image.BufferedImage;

/**
 * Makes square pictures smaller: each new pixel is the mean of what it covers, weighted by area and
 * opacity. In whole numbers only, so that every machine gets the same bytes.
 */
final class Scaling {
  private Scaling() {}

  static BufferedImage to(int size, BufferedImage source) {
    BufferedImage scaled = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
    int from = source.getWidth();
    int[] pixels = source.getRGB(0, 0, from, from, null, 0, from);
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        scaled.setRGB(x, y, mean(pixels, from, size, x, y));
      }
    }
    return scaled;
  }

  /** On a grid on which both pictures have whole pixels: {@code from * size} points wide. */
  private static int mean(int[] pixels, int from, int size, int x, int y) {
    long alpha = 0;
    long red = 0;
    long green = 0;
    long blue = 0;
    for (int row = y * from / size; row * size < (y + 1) * from; row++) {
      long high = overlap(row, size, y, from);
      for (int column = x * from / size; column * size < (x + 1) * from; column++) {
        int pixel = pixels[row * from + column];
        long weight = high * overlap(column, size, x, from) * (pixel >>> 24);
        alpha += weight;
        red += weight * (pixel >> 16 & 0xff);
        green += weight * (pixel >> 8 & 0xff);
        blue += weight * (pixel & 0xff);
      }
    }
    if (alpha == 0) {
      return 0;
    }
    long area = (long) from * from;
    return (int) rounded(alpha, area) << 24
        | (int) rounded(red, alpha) << 16
        | (int) rounded(green, alpha) << 8
        | (int) rounded(blue, alpha);
  }

  private static long overlap(int old, int size, int now, int from) {
    return Math.min((long) (old + 1) * size, (long) (now + 1) * from)
        - Math.max((long) old * size, (long) now * from);
  }

  private static long rounded(long sum, long count) {
    return (sum + count / 2) / count;
  }
}
