package dev.girdle.cli;

import dev.girdle.ecosystem.Progress;
import java.io.PrintStream;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import me.tongfei.progressbar.ProgressBarConsumer;
import me.tongfei.progressbar.ProgressBarStyle;

/**
 * A progress bar on standard error that comes when work takes long, and goes away when it is done.
 */
class Meter implements Progress, AutoCloseable {
  /** Shows nothing. */
  static final Meter SILENT =
      new Meter() {
        @Override
        public void at(String what, long done, long total) {
          // nobody is looking on
        }
      };

  private static final long LONG_NANOS = 700_000_000L;

  private final long begin = System.nanoTime();
  private ProgressBar bar;
  private String shown = "";

  @Override
  public void at(String what, long done, long total) {
    if (System.nanoTime() - begin < LONG_NANOS) {
      return;
    }
    if (!what.equals(shown)) {
      close();
      shown = what;
      bar =
          new ProgressBarBuilder()
              .setTaskName(what)
              // where the whole is known, it is bytes
              .setUnit(total > 0 ? " MB" : "", total > 0 ? 1_000_000 : 1)
              .setInitialMax(total)
              .setStyle(ProgressBarStyle.ASCII)
              .setUpdateIntervalMillis(150)
              .setConsumer(new OneLine(System.err))
              .build();
    }
    bar.maxHint(total == 0 ? -1 : total);
    bar.stepTo(done);
  }

  @Override
  public void close() {
    if (bar != null) {
      bar.close();
      bar = null;
      shown = "";
    }
  }

  /** Draws over one line, and leaves nothing of it behind. */
  private static final class OneLine implements ProgressBarConsumer {
    private final PrintStream err;
    private final int width = Terminal.width() - 1;

    OneLine(PrintStream err) {
      this.err = err;
    }

    @Override
    public int getMaxRenderedLength() {
      return width;
    }

    @Override
    public void accept(String text) {
      err.print('\r' + text);
      err.flush();
    }

    @Override
    public void close() {
      err.print('\r' + " ".repeat(width) + '\r');
      err.flush();
    }
  }
}
