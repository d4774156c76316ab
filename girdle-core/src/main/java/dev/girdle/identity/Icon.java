package dev.girdle.identity;

import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.FileImageInputStream;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.ImageOutputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/**
 * A square picture in any size. What is given in a size is taken in it, other sizes are made from
 * the next larger one; nothing is made larger than it was given.
 */
final class Icon {
  private static final int LARGEST = 4096;
  private static final long MOST_BYTES = 32L << 20;

  private final NavigableMap<Integer, BufferedImage> given;

  private Icon(NavigableMap<Integer, BufferedImage> given) {
    this.given = given;
  }

  /**
   * Reads the files of one icon.
   *
   * @param files PNG files; their names are told when something is wrong with them
   * @return empty if there are none
   * @throws GirdleException if one of them is no square PNG picture; all that is wrong is told
   */
  static Optional<Icon> of(List<Path> files) {
    NavigableMap<Integer, BufferedImage> given = new TreeMap<>();
    List<String> problems = new ArrayList<>();
    for (Path file : files) {
      read(file, given, problems);
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return given.isEmpty() ? Optional.empty() : Optional.of(new Icon(given));
  }

  private static void read(
      Path file, NavigableMap<Integer, BufferedImage> given, List<String> problems) {
    try {
      if (Files.size(file) > MOST_BYTES) {
        problems.add("icon " + file + " is larger than 32 MB");
        return;
      }
      try (ImageInputStream in = new FileImageInputStream(file.toFile())) {
        read(file, in, given, problems);
      }
    } catch (IOException | RuntimeException e) {
      problems.add("icon " + file + " is no PNG picture that can be read");
    }
  }

  private static void read(
      Path file,
      ImageInputStream in,
      NavigableMap<Integer, BufferedImage> given,
      List<String> problems)
      throws IOException {
    Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
    if (!readers.hasNext()) {
      throw new IOException("of no known format");
    }
    ImageReader reader = readers.next();
    try {
      reader.setInput(in, true, true);
      int width = reader.getWidth(0);
      int height = reader.getHeight(0);
      String format = reader.getFormatName().toUpperCase(Locale.ROOT);
      if (!format.equals("PNG")) {
        problems.add("icon " + file + " is " + format + "; a PNG is needed");
      } else if (width != height) {
        problems.add(
            "icon " + file + " is " + width + " by " + height + " pixels; a square is needed");
      } else if (width > LARGEST) {
        problems.add("icon " + file + " is wider than " + LARGEST + " pixels");
      } else {
        given.put(width, reader.read(0));
      }
    } finally {
      reader.dispose();
    }
  }

  /** The largest size that it can be had in, in pixels. */
  int largest() {
    return given.lastKey();
  }

  /** Those of some sizes that it can be had in; the largest it has if all are too large. */
  List<Integer> sizes(int... wanted) {
    List<Integer> sizes = new ArrayList<>();
    for (int size : wanted) {
      if (size <= largest()) {
        sizes.add(size);
      }
    }
    return sizes.isEmpty() ? List.of(largest()) : sizes;
  }

  /** A PNG file (ISO/IEC 15948) without any remarks of whoever drew it. */
  byte[] png(int size) {
    BufferedImage source = given.ceilingEntry(size).getValue();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ImageOutputStream image = new MemoryCacheImageOutputStream(out)) {
      ImageIO.write(Scaling.to(size, source), "png", image);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }
}
