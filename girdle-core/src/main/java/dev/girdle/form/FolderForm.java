package dev.girdle.form;

import dev.girdle.io.FolderTree;
import dev.girdle.io.Sha256;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.function.LongConsumer;

/** Writes a folder. Permissions and times are the same wherever and whenever it is made. */
public final class FolderForm implements Form {
  private static final int MOST_THREADS = 8;

  private final SourceDate date;

  /**
   * Creates the form.
   *
   * @param date what all files bear as their time
   */
  public FolderForm(SourceDate date) {
    this.date = date;
  }

  @Override
  public void write(
      Layout layout,
      Path place,
      Function<List<WrittenFile>, byte[]> accounts,
      LongConsumer progress)
      throws IOException {
    Files.createDirectories(place);
    List<WrittenFile> written = files(layout.files(), place, progress);
    for (LayoutLink link : layout.links()) {
      Path path = place.resolve(link.path());
      Files.createDirectories(path.getParent());
      Files.createSymbolicLink(path, Path.of(link.target()));
    }
    write(place, LayoutFile.made(layout.recordPath(), accounts.apply(written), ""));
    Permissions.settle(place, date);
  }

  /**
   * What is a file already is copied by several threads, since its digest takes longer than the
   * copy; all else may share what it is read from, and is written by this one.
   */
  private static List<WrittenFile> files(List<LayoutFile> files, Path place, LongConsumer progress)
      throws IOException {
    ExecutorService threads =
        Executors.newFixedThreadPool(
            Math.min(MOST_THREADS, Runtime.getRuntime().availableProcessors()));
    try {
      List<FutureTask<String>> tasks = new ArrayList<>();
      for (LayoutFile file : files) {
        FutureTask<String> task = new FutureTask<>(() -> write(place, file));
        tasks.add(task);
        if (FolderTree.fileOf(file.content()).isPresent()) {
          threads.execute(task);
        }
      }
      List<WrittenFile> written = new ArrayList<>();
      for (int i = 0; i < tasks.size(); i++) {
        tasks.get(i).run(); // nothing happens if another has begun
        written.add(new WrittenFile(files.get(i), tasks.get(i).get()));
        progress.accept(files.get(i).content().size());
      }
      return written;
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException cause) {
        throw cause;
      }
      if (e.getCause() instanceof RuntimeException cause) {
        throw cause; // which says itself what it is
      }
      throw new IOException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("it was interrupted");
    } finally {
      end(threads);
    }
  }

  /** Whoever removes what was begun must find nobody writing there. */
  private static void end(ExecutorService threads) {
    threads.shutdownNow();
    try {
      threads.awaitTermination(1, TimeUnit.MINUTES);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static String write(Path place, LayoutFile file) throws IOException {
    Path target = place.resolve(file.path());
    Files.createDirectories(target.getParent());
    try (InputStream in = file.content().open();
        OutputStream out = Files.newOutputStream(target)) {
      String digest = Sha256.copy(in, out);
      if (file.executable()) {
        Permissions.executable(target);
      } else {
        Permissions.plain(target);
      }
      return digest;
    }
  }
}
