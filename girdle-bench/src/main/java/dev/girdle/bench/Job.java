package dev.girdle.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Runs a program's job in a fresh folder and an emptied environment. */
final class Job {
  private static final int SECONDS = 120;

  private final Program program;
  private final Map<String, String> environment;

  /**
   * What came of it.
   *
   * @param text exit statuses, what was written to standard output, and the files that were made
   * @param errors what was written to standard error
   */
  record Outcome(String text, String errors) {}

  Job(Program program, Map<String, String> environment) {
    this.program = program;
    this.environment = environment;
  }

  Outcome run(List<String> start) throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("girdle-job");
    for (Map.Entry<String, String> file : program.files().entrySet()) {
      Path place = folder.resolve(file.getKey());
      Files.createDirectories(place.getParent());
      Files.writeString(place, file.getValue());
    }
    StringBuilder text = new StringBuilder();
    StringBuilder errors = new StringBuilder();
    for (List<String> step : program.steps()) {
      List<String> command = new ArrayList<>(start);
      command.addAll(step);
      Path out = Files.createTempFile("girdle-job", ".out");
      Path err = Files.createTempFile("girdle-job", ".err");
      ProcessBuilder builder =
          new ProcessBuilder(command)
              .directory(folder.toFile())
              .redirectOutput(out.toFile())
              .redirectError(err.toFile());
      builder.environment().clear();
      builder.environment().putAll(environment);
      Process process = builder.start();
      process.getOutputStream().close();
      if (!process.waitFor(SECONDS, TimeUnit.SECONDS)) {
        process.destroyForcibly().waitFor();
        text.append("does not end\n");
      }
      text.append("status ").append(process.exitValue()).append('\n');
      text.append(Files.readString(out, StandardCharsets.ISO_8859_1));
      errors.append(Files.readString(err, StandardCharsets.ISO_8859_1));
      Files.delete(out);
      Files.delete(err);
    }
    addFiles(folder, text);
    return new Outcome(timeless(text.toString(), folder), errors.toString());
  }

  private void addFiles(Path folder, StringBuilder text) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
        String name = folder.relativize(file).toString();
        if (!program.files().containsKey(name)) {
          boolean readable = !name.endsWith(".db") && !name.contains(".git/");
          text.append("made ").append(name).append('\n');
          text.append(readable ? Files.readString(file, StandardCharsets.ISO_8859_1) : "");
        }
        Files.delete(file);
      }
    }
  }

  /** Times and places differ from run to run. */
  private static String timeless(String text, Path folder) {
    return text.replace(folder.toString(), "FOLDER")
        .replace(folder.getFileName().toString(), "FOLDER")
        .replaceAll("\\d+ ?ms\\b", "n ms")
        .replaceAll("[\\d.,]+ (milli)?seconds", "n seconds")
        .replaceAll("\\d{4}-\\d\\d-\\d\\dT[\\d:.]+Z?", "TIME")
        .replaceAll("\\d\\d?[:.]\\d\\d[:.]\\d\\d( [AP]M)?", "TIME")
        .replaceAll("(\"timestamp\":)\"[^\"]*\"", "$1TIME");
  }
}
