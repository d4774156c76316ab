package dev.girdle.java.linkage;

import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;

/**
 * Something that is made once, beside whatever else goes on if that is wished, or else when it is
 * first asked for.
 *
 * @param <T> what is made
 */
final class Ahead<T> {
  private final String name;
  private final FutureTask<T> made;
  private final AtomicBoolean isBegun = new AtomicBoolean();

  /**
   * Makes nothing yet.
   *
   * @param name what it is, for the name of the thread
   */
  Ahead(String name, Supplier<T> making) {
    this.name = name;
    this.made = new FutureTask<>(making::get);
  }

  /** Begins to make it. */
  void begin() {
    if (!isBegun.getAndSet(true)) {
      Thread thread = new Thread(made, name);
      thread.setDaemon(true); // nobody waits for it who does not ask
      thread.start();
    }
  }

  /**
   * Waits until it is made, but not for long.
   *
   * @return whether there is nothing more to wait for: it is made, or cannot be
   */
  boolean isMadeWithin(long millis) {
    try {
      made.get(millis, TimeUnit.MILLISECONDS);
      return true;
    } catch (TimeoutException e) {
      return false;
    } catch (ExecutionException e) {
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return true;
    }
  }

  /** What is made; throws what making it threw. */
  T get() {
    if (!isBegun.getAndSet(true)) {
      made.run();
    }
    boolean wasInterrupted = false;
    try {
      while (true) {
        try {
          return made.get();
        } catch (InterruptedException e) {
          wasInterrupted = true; // it is needed all the same
        }
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof Error error) {
        throw error;
      }
      throw (RuntimeException) e.getCause();
    } finally {
      if (wasInterrupted) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
