package dev.girdle.io;

import java.nio.ByteBuffer;
import java.nio.channels.NonWritableChannelException;
import java.nio.channels.SeekableByteChannel;

/** A channel that is read in any order and never written. */
abstract class ReadOnlyChannel implements SeekableByteChannel {
  private final long size;
  private long position;

  ReadOnlyChannel(long size) {
    this.size = size;
  }

  @Override
  public final long size() {
    return size;
  }

  @Override
  public final long position() {
    return position;
  }

  @Override
  public final SeekableByteChannel position(long newPosition) {
    position = newPosition;
    return this;
  }

  @Override
  public final int write(ByteBuffer source) {
    throw new NonWritableChannelException();
  }

  @Override
  public final SeekableByteChannel truncate(long newSize) {
    throw new NonWritableChannelException();
  }
}
