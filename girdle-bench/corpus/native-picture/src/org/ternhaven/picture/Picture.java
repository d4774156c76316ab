package org.ternhaven.picture;

import java.nio.ByteBuffer;
import java.nio.IntBuffer;
import org.lwjgl.BufferUtils;
import org.lwjgl.stb.STBImage;
import org.lwjgl.stb.STBImageWrite;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.util.zstd.Zstd;

public class Picture {
  public static void main(String[] args) {
    ByteBuffer pixels = BufferUtils.createByteBuffer(16 * 8 * 3);
    for (int i = 0; i < 16 * 8; i++) {
      pixels.put((byte) (i * 2)).put((byte) 90).put((byte) (255 - i));
    }
    pixels.flip();
    System.out.println(
        "wrote " + STBImageWrite.stbi_write_png("tide.png", 16, 8, 3, pixels, 16 * 3));
    try (MemoryStack stack = MemoryStack.stackPush()) {
      IntBuffer width = stack.mallocInt(1);
      IntBuffer height = stack.mallocInt(1);
      IntBuffer channels = stack.mallocInt(1);
      ByteBuffer back = STBImage.stbi_load("tide.png", width, height, channels, 3);
      System.out.println("read " + width.get(0) + "x" + height.get(0));
      STBImage.stbi_image_free(back);
    }
    ByteBuffer packed = BufferUtils.createByteBuffer((int) Zstd.ZSTD_compressBound(pixels.capacity()));
    long size = Zstd.ZSTD_compress(packed, pixels, 3);
    System.out.println("packed " + (size > 0 && size < pixels.capacity()));
  }
}
