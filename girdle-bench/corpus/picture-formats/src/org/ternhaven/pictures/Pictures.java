package org.ternhaven.pictures;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.File;
import java.util.Arrays;
import java.util.TreeSet;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

public class Pictures {
  public static void main(String[] args) throws Exception {
    BufferedImage image = new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(Color.CYAN);
    g.fillOval(4, 4, 30, 20);
    g.dispose();
    ImageWriter writer = ImageIO.getImageWritersByFormatName("TIFF").next();
    ImageWriteParam param = writer.getDefaultWriteParam();
    param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
    param.setCompressionType("LZW");
    try (ImageOutputStream out = ImageIO.createImageOutputStream(new File("a.tif"))) {
      writer.setOutput(out);
      writer.write(null, new IIOImage(image, null, null), param);
    }
    System.out.println(writer.getClass().getName());
    show("TIFF", "a.tif");
    ImageIO.write(image, "PNM", new File("a.pnm"));
    show("PNM", "a.pnm");
    ImageIO.write(image, "JPEG", new File("a.jpg"));
    show("JPEG", "a.jpg");
    BufferedImage icon = new BufferedImage(32, 32, BufferedImage.TYPE_INT_ARGB);
    System.out.println("wrote " + ImageIO.write(icon, "ICNS", new File("a.icns")));
    show("ICNS", "a.icns");
    System.out.println("readers " + new TreeSet<>(Arrays.asList(ImageIO.getReaderFormatNames())));
  }

  private static void show(String what, String file) throws Exception {
    BufferedImage back = ImageIO.read(new File(file));
    System.out.println(what + " " + back.getWidth() + "x" + back.getHeight());
  }
}
