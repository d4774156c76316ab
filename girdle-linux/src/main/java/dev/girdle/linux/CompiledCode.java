package dev.girdle.linux;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Optional;

/** A piece of machine code that programs for Linux get when they are sealed. */
public enum CompiledCode {
  /**
   * Maps the loader that lies at a place counted from the program's folder, and goes on there. Runs
   * at any address; the orders that {@code loading.c} tells of have to follow it.
   */
  LOADING("loading-%s.bin"),
  /** The library {@code libgirdle-places.so}: paths that mean something that came along. */
  PLACES("places-%s.so");

  private final String file;

  CompiledCode(String file) {
    this.file = file;
  }

  /**
   * What it is called in this room.
   *
   * @param processor "x64" or "arm64"
   * @return a file name
   */
  public String file(String processor) {
    return file.formatted(processor);
  }

  /**
   * The code.
   *
   * @param processor as targets call it
   * @return its bytes, each time in an array of their own; empty if there is none for that
   *     processor
   */
  public Optional<byte[]> bytes(String processor) {
    try (InputStream in = CompiledCode.class.getResourceAsStream(file(processor))) {
      return in == null ? Optional.empty() : Optional.of(in.readAllBytes());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
