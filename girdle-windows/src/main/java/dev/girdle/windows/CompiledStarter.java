package dev.girdle.windows;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/**
 * A program for Windows on x64 that starts what its resources (of type {@code RT_RCDATA}) tell it
 * to. As it is compiled it has no resources and starts nothing.
 */
public enum CompiledStarter {
  /** Starts what lies beside it, or what it holds as an archive that is not unpacked. */
  STARTER("starter-x64.exe"),
  /** Unpacks the archive behind it into a folder of the user's, and starts what lies there. */
  UNPACKER("unpacker-x64.exe");

  private final String file;

  CompiledStarter(String file) {
    this.file = file;
  }

  /**
   * What the program is called in this room.
   *
   * @return a file name
   */
  public String file() {
    return file;
  }

  /**
   * The program.
   *
   * @return its bytes, each time in an array of their own
   */
  public byte[] bytes() {
    try (InputStream in = CompiledStarter.class.getResourceAsStream(file)) {
      return in.readAllBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
