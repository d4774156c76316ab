package dev.girdle.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;

/** A part of another channel, as a channel of its own. Closing it leaves the other open. */
final class SliceChannel extends ReadOnlyChannel {
  private final SeekableByteChannel base;
  private final long start;
  private boolean open = true;

  SliceChannel(SeekableByteChannel base, long start, long size) {
    super(size);
    this.base = base;
    this.start = start;
  }

  @Override
  public int read(ByteBuffer target) throws IOException {
    if (position() >= size()) {
      return -1;
    }
    int allowed = (int) Math.min(target.remaining(), size() - position());
    ByteBuffer window = target.slice(target.position(), allowed);
    int n = readBase(window);
    if (n > 0) {
      target.position(target.position() + n);
      position(position() + n);
    }
    return n;
  }

  private int readBase(ByteBuffer window) throws IOException {
    if (base instanceof FileChannel file) {
      return file.read(window, start + position());
    }
    synchronized (base) {
      base.position(start + position());
      return base.read(window);
    }
  }

  @Override
  public boolean isOpen() {
    return open;
  }

  @Override
  public void close() {
    open = false;
  }
}
