package dev.girdle.bench;

import dev.girdle.io.Sha256;
import dev.girdle.java.runtime.BundledRuntime;
import dev.girdle.java.runtime.Extract;
import dev.girdle.java.runtime.JavaHome;
import dev.girdle.layout.LayoutFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** Trimming a runtime and writing its image, against a plain copy of the whole image. */
final class ImageCopy {
  private static final List<String> MODULES =
      List.of("java.base", "java.desktop", "java.logging", "java.naming", "java.sql", "java.xml");

  private final JavaHome home = JavaHome.of(Path.of(System.getProperty("java.home")));
  private final Path work;

  ImageCopy(Path work) {
    this.work = work;
  }

  /** A row of the table; both sides in one warm virtual machine. */
  String row(int rounds) throws IOException {
    double[] ratios = new double[rounds];
    long[] ours = new long[rounds];
    long[] theirs = new long[rounds];
    for (int i = -3; i < rounds; i++) {
      long begin = System.nanoTime();
      trim();
      long between = System.nanoTime();
      Files.copy(
          home.folder().resolve("lib/modules"),
          work.resolve("copied"),
          StandardCopyOption.REPLACE_EXISTING);
      long end = System.nanoTime();
      if (i >= 0) {
        ours[i] = (between - begin) / 1_000_000;
        theirs[i] = (end - between) / 1_000_000;
        ratios[i] = (double) (between - begin) / (end - between);
      }
    }
    Arrays.sort(ratios);
    Arrays.sort(ours);
    Arrays.sort(theirs);
    int middle = rounds / 2;
    return String.format(
        Locale.ROOT,
        "| trimming to %d modules, image and digest, warm | copy of the whole `lib/modules`, warm |"
            + " %.2f | %.2f to %.2f | %d ms | %d ms |",
        MODULES.size(),
        ratios[middle],
        ratios[1],
        ratios[rounds - 2],
        ours[middle],
        theirs[middle]);
  }

  private void trim() throws IOException {
    Map<String, String> chosen = new TreeMap<>();
    MODULES.forEach(m -> chosen.put(m, "measured"));
    try (BundledRuntime runtime = BundledRuntime.open(home, List.of())) {
      for (LayoutFile file : runtime.trimmed(Extract.of(chosen), "")) {
        if (file.path().equals("lib/modules")) {
          try (InputStream in = file.content().open();
              OutputStream out = Files.newOutputStream(work.resolve("trimmed-modules"))) {
            Sha256.copy(in, out);
          }
        }
      }
    }
  }
}
