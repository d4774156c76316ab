package dev.girdle.bench.attack;

import dev.girdle.form.ExecutableForm;
import dev.girdle.form.Pack;
import dev.girdle.io.Compression;
import dev.girdle.io.Content;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;

/** A small file that unpacks itself, in the very form that large ones have. */
final class Unpacking {
  private static final int BALLAST = 200_000;

  private Unpacking() {}

  /** Writes one that says "dong". */
  static void write(Path place) throws IOException {
    byte[] ballast = new byte[BALLAST];
    new Random(1).nextBytes(ballast);
    byte[] script = "#!/bin/sh\necho dong\n".getBytes(StandardCharsets.UTF_8);
    List<LayoutFile> files =
        List.of(
            LayoutFile.made("bin/bell", script, "starts").asExecutable(),
            new LayoutFile(
                "lib/ballast", Content.of(ballast), false, Packing.AS_IT_IS, "", "to take long"));
    new ExecutableForm(
            new Pack(SourceDate.of(null), 6, Compression.GZIP, ""),
            new ExecutableForm.Head("Bell", "bell", "BELL", List.of("bell")))
        .write(
            new Layout(files, List.of(), "record", List.of(), List.of(), "%s"),
            place,
            w -> new byte[] {'r'},
            n -> {});
  }
}
