package dev.girdle.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.NonWritableChannelException;
import java.nio.channels.SeekableByteChannel;

/** A part of another channel, as a channel of its own. Closing it leaves the other open. */
final class SliceChannel implements SeekableByteChannel {
  private final SeekableByteChannel base;
  private final long start;
  private final long size;
  private long position;
  private boolean open = true;

  SliceChannel(SeekableByteChannel base, long start, long size) {
    this.base = base;
    this.start = start;
    this.size = size;
  }

  @Override
  public int read(ByteBuffer target) throws IOException {
    if (position >= size) {
      return -1;
    }
    int allowed = (int) Math.min(target.remaining(), size - position);
    ByteBuffer window = target.slice(target.position(), allowed);
    int n = readBase(window);
    if (n > 0) {
      target.position(target.position() + n);
      position += n;
    }
    return n;
  }

  private int readBase(ByteBuffer window) throws IOException {
    if (base instanceof FileChannel file) {
      return file.read(window, start + position);
    }
    synchronized (base) {
      base.position(start + position);
      return base.read(window);
    }
  }

  @Override
  public long position() {
    return position;
  }

  @Override
  public SeekableByteChannel position(long newPosition) {
    position = newPosition;
    return this;
  }

  @Override
  public long size() {
    return size;
  }

  @Override
  public int write(ByteBuffer source) {
    throw new NonWritableChannelException();
  }

  @Override
  public SeekableByteChannel truncate(long newSize) {
    throw new NonWritableChannelException();
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
