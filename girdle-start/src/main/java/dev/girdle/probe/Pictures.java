package dev.girdle.probe;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import javax.imageio.ImageIO;

/** A picture is written and read. */
final class Pictures implements Probe {
  @Override
  public void run() throws Exception {
    System.setProperty("java.awt.headless", "true");
    BufferedImage picture = new BufferedImage(3, 2, BufferedImage.TYPE_INT_ARGB);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(picture, "png", out);
    if (ImageIO.read(new ByteArrayInputStream(out.toByteArray())).getWidth() != 3) {
      throw new IllegalStateException("it is another after it was written");
    }
  }
}
