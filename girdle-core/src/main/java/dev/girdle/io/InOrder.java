package dev.girdle.io;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Work that is done on all processors, and whose results are taken on the caller's thread in the
 * order in which it was given. Only some of it is under way at a time, so that memory is bounded.
 *
 * @param <T> what comes of it
 */
public final class InOrder<T> implements AutoCloseable {
  private static final int PROCESSORS = Runtime.getRuntime().availableProcessors();
  private static final int MOST_AT_WORK = 3 * PROCESSORS;

  private final Taker<T> taker;
  private final ExecutorService workers;
  private final Deque<Future<T>> atWork = new ArrayDeque<>();

  /**
   * Gets results.
   *
   * @param <T> what comes of the work
   */
  public interface Taker<T> {
    /**
     * One result.
     *
     * @param result what came of a piece of work
     * @throws IOException if it cannot be taken
     */
    void take(T result) throws IOException;
  }

  /**
   * Prepares to work.
   *
   * @param name what is worked on, for whoever looks at threads
   * @param taker gets the results
   */
  public InOrder(String name, Taker<T> taker) {
    this.taker = taker;
    this.workers =
        Executors.newFixedThreadPool(
            PROCESSORS,
            work -> {
              Thread thread = new Thread(work, name);
              thread.setDaemon(true);
              return thread;
            });
  }

  /**
   * Gives work; may take results of earlier work.
   *
   * @param work done on another thread
   * @throws IOException if the work failed so, or a result cannot be taken
   */
  public void add(Callable<T> work) throws IOException {
    atWork.add(workers.submit(work));
    while (atWork.size() > MOST_AT_WORK) {
      take();
    }
  }

  /**
   * Takes the results of all work.
   *
   * @throws IOException as {@link #add} does
   */
  public void finish() throws IOException {
    while (!atWork.isEmpty()) {
      take();
    }
  }

  private void take() throws IOException {
    try {
      taker.take(atWork.remove().get());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException failed) {
        throw failed;
      }
      throw new IllegalStateException(e.getCause());
    }
  }

  /** Gives up what is not done yet. */
  @Override
  public void close() {
    workers.shutdownNow();
  }
}
