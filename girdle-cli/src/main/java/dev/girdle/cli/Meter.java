package dev.girdle.cli;

import dev.girdle.seal.Progress;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
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
              .setInitialMax(total)
              .setStyle(ProgressBarStyle.ASCII)
              .setUpdateIntervalMillis(150)
              .clearDisplayOnFinish()
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
}
