package dev.girdle.identity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.File;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class IconTest {
  @TempDir Path dir;

  private Path png(int width, int height, String name) throws IOException {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        image.setRGB(x, y, x < width / 2 ? 0xff204060 : 0x00ffffff);
      }
    }
    File file = dir.resolve(name).toFile();
    ImageIO.write(image, "png", file);
    return file.toPath();
  }

  @Test
  void isMadeSmallerAndNeverLarger() throws IOException {
    Icon icon = Icon.of(List.of(png(300, 300, "a.png"))).orElseThrow();
    assertThat(icon.largest()).isEqualTo(300);
    assertThat(icon.sizes(16, 256, 512)).containsExactly(16, 256);
    BufferedImage small = ImageIO.read(new ByteArrayInputStream(icon.png(16)));
    assertThat(small.getWidth()).isEqualTo(16);
    assertThat(small.getRGB(3, 8)).isEqualTo(0xff204060);
    assertThat(small.getRGB(12, 8) >>> 24).isZero();
    assertThat(icon.png(16)).isEqualTo(icon.png(16));
  }

  @Test
  void whatIsClearDoesNotColourWhatIsNot() {
    BufferedImage four = new BufferedImage(4, 4, BufferedImage.TYPE_INT_ARGB);
    four.setRGB(0, 0, 0xffff0000);
    four.setRGB(1, 0, 0x0000ff00);
    four.setRGB(3, 3, 0xff0000ff);
    BufferedImage two = Scaling.to(2, four);
    assertThat(two.getRGB(0, 0)).isEqualTo(0x40ff0000);
    assertThat(two.getRGB(1, 1)).isEqualTo(0x400000ff);
    assertThat(two.getRGB(1, 0)).isZero();
    BufferedImage three = Scaling.to(3, four);
    assertThat(three.getRGB(0, 0)).isEqualTo(0x8fff0000);
  }

  @Test
  void aSizeThatIsGivenIsTaken() throws IOException {
    Path small = dir.resolve("small.png");
    BufferedImage red = new BufferedImage(16, 16, BufferedImage.TYPE_INT_ARGB);
    red.setRGB(5, 5, 0xffff0000);
    ImageIO.write(red, "png", small.toFile());
    Icon icon = Icon.of(List.of(png(64, 64, "b.png"), small)).orElseThrow();
    assertThat(ImageIO.read(new ByteArrayInputStream(icon.png(16))).getRGB(5, 5))
        .isEqualTo(0xffff0000);
    assertThat(ImageIO.read(new ByteArrayInputStream(icon.png(32))).getRGB(3, 3))
        .isEqualTo(0xff204060);
  }

  @Test
  void systemsCanReadTheirFiles() throws IOException {
    Icon icon = Icon.of(List.of(png(512, 512, "c.png"))).orElseThrow();
    assertThat(widthsInWindows(icon)).containsExactly(16, 20, 24, 32, 40, 48, 64, 128, 256);
    assertThat(widthsOfIcns(IconFiles.icns(icon))).contains(16, 32, 64, 128, 256, 512);
  }

  /** As Windows reads it: a list of pictures, each with its size, length and number. */
  private static List<Integer> widthsInWindows(Icon icon) throws IOException {
    List<byte[]> pictures = IconFiles.windowsPictures(icon);
    ByteBuffer in = ByteBuffer.wrap(IconFiles.iconGroup(icon, pictures));
    in.order(ByteOrder.LITTLE_ENDIAN);
    assertThat(in.getShort(2)).isEqualTo((short) 1);
    List<Integer> widths = new ArrayList<>();
    for (int i = 0; i < in.getShort(4); i++) {
      int entry = 6 + 14 * i;
      int width = in.get(entry) & 0xff;
      byte[] picture = pictures.get(in.getShort(entry + 12) - 1);
      assertThat(in.getInt(entry + 8)).isEqualTo(picture.length);
      widths.add(width(picture, 0, picture.length));
      assertThat(width == 0 ? 256 : width).isEqualTo(widths.get(i));
    }
    return widths;
  }

  /** As macOS reads it: elements with a type and a length, one after the other. */
  private static List<Integer> widthsOfIcns(byte[] icns) throws IOException {
    ByteBuffer in = ByteBuffer.wrap(icns);
    assertThat(in.getInt(0)).isEqualTo(0x69636e73);
    assertThat(in.getInt(4)).isEqualTo(icns.length);
    List<Integer> widths = new ArrayList<>();
    for (int at = 8; at < icns.length; at += in.getInt(at + 4)) {
      widths.add(width(icns, at + 8, in.getInt(at + 4) - 8));
    }
    return widths;
  }

  private static int width(byte[] bytes, int at, int length) throws IOException {
    return ImageIO.read(new ByteArrayInputStream(bytes, at, length)).getWidth();
  }

  @Test
  void tellsAllThatIsWrongAtOnce() throws IOException {
    Path text = Files.writeString(dir.resolve("text.png"), "no picture");
    Path wide = png(20, 10, "wide.png");
    assertThatThrownBy(() -> Icon.of(List.of(text, wide)))
        .hasMessageContaining("text.png is no PNG picture")
        .hasMessageContaining("wide.png is 20 by 10 pixels; a square is needed");
    assertThat(Icon.of(List.of())).isEmpty();
  }
}
