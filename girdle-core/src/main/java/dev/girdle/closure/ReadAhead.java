package dev.girdle.closure;

import java.util.List;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Reads many things, several at a time, and hands them on one after the other, in their order.
 * While one is taken, others are read, but never many more than were taken; what was taken is not
 * held.
 *
 * @param <N> what is read
 * @param <R> what comes of it; never null
 */
final class ReadAhead<N, R> {
  private static final int MOST_AHEAD = 1024;
  private static final long PAUSE_NANOS = 20_000;

  private final List<N> all;
  private final Function<N, R> reading;
  private final AtomicReferenceArray<Read<R>> read;
  private final AtomicInteger next = new AtomicInteger();
  private final Semaphore room = new Semaphore(MOST_AHEAD);

  private record Read<R>(R outcome, Throwable problem) {
    R get() {
      if (problem instanceof Error error) {
        throw error;
      }
      if (problem != null) {
        throw (RuntimeException) problem; // nothing else is declared to be thrown
      }
      return outcome;
    }
  }

  /** Reads nothing yet. */
  ReadAhead(List<N> all, Function<N, R> reading) {
    this.all = all;
    this.reading = reading;
    this.read = new AtomicReferenceArray<>(all.size());
  }

  /**
   * Hands all on.
   *
   * @param taker called by this thread only
   * @throws RuntimeException or an error that reading threw, when it is its turn; nothing after it
   *     is handed on
   */
  void forEach(Consumer<R> taker) {
    int helpers = Math.min(ForkJoinPool.getCommonPoolParallelism(), Math.max(all.size() - 1, 0));
    for (int i = 0; i < helpers; i++) {
      ForkJoinPool.commonPool().execute(this::help);
    }
    try {
      for (int i = 0; i < all.size(); i++) {
        R outcome = await(i).get();
        read.set(i, null);
        room.release();
        taker.accept(outcome);
      }
    } finally {
      next.set(all.size());
      room.release(helpers); // for those who wait to go on
    }
  }

  private void help() {
    do {
      room.acquireUninterruptibly();
    } while (readNext());
  }

  /** Whether there was one that nobody had begun. */
  private boolean readNext() {
    int i = next.getAndIncrement();
    if (i >= all.size()) {
      return false;
    }
    try {
      read.set(i, new Read<>(reading.apply(all.get(i)), null));
    } catch (RuntimeException | Error e) {
      read.set(i, new Read<>(null, e));
    }
    return true;
  }

  /** Who has to wait reads meanwhile. */
  private Read<R> await(int i) {
    for (Read<R> one = read.get(i); ; one = read.get(i)) {
      if (one != null) {
        return one;
      }
      if (!room.tryAcquire() || !readNext()) {
        LockSupport.parkNanos(PAUSE_NANOS);
      }
    }
  }
}
