package dev.girdle.report;

import dev.girdle.fault.GirdleException;
import dev.girdle.place.Output;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;

/** Puts a page or a drawing into its place. */
public final class ReportFile {
  /** Stands near the start of all that is written here. */
  static final String MARK = "drawn by girdle report";

  private static final int HEAD = 1000;

  private ReportFile() {}

  /**
   * Writes a file, whole or not at all. An older page or drawing makes room; nothing else does.
   *
   * @param place where it goes; missing folders are made
   * @param bytes a page or a drawing
   * @throws GirdleException if something else is there, or it cannot be written
   */
  public static void write(Path place, byte[] bytes) {
    if (Files.exists(place, LinkOption.NOFOLLOW_LINKS) && !isReport(place)) {
      throw GirdleException.request(
          place + " exists and is no report of Girdle's; choose another place with --out or --as");
    }
    try (Output output = Output.at(place, "--out", ReportFile::isReport)) {
      try {
        Files.write(output.work(), bytes);
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
      output.moveIn();
    }
  }

  private static boolean isReport(Path place) {
    if (!Files.isRegularFile(place)) {
      return false;
    }
    try (InputStream in = Files.newInputStream(place)) {
      return new String(in.readNBytes(HEAD), StandardCharsets.UTF_8).contains(MARK);
    } catch (IOException e) {
      return false;
    }
  }
}
