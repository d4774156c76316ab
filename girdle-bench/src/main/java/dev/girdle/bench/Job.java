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
public final class Job {
  private static final int SECONDS = 120;

  private final Map<String, String> inputs;
  private final List<List<String>> steps;
  private final Map<String, String> environment;

  /**
   * What came of it.
   *
   * @param text exit statuses, what was written to standard output, and the files that were made
   * @param errors what was written to standard error
   * @param statuses the exit statuses, step by step
   */
  public record Outcome(String text, String errors, List<Integer> statuses) {}

  /**
   * A job of one or several steps, one after the other.
   *
   * @param inputs the files it works on, by their paths; a character is a byte
   * @param steps the arguments of each start
   * @param environment all environment variables that the program has
   */
  public Job(
      Map<String, String> inputs, List<List<String>> steps, Map<String, String> environment) {
    this.inputs = Map.copyOf(inputs);
    this.steps = List.copyOf(steps);
    this.environment = Map.copyOf(environment);
  }

  /**
   * Does all steps in a fresh folder and tells what came of them.
   *
   * @param start the words that start the program, without arguments
   * @return what came of it, with times and places made equal
   * @throws IOException if files cannot be read or written, or the program cannot be started
   * @throws InterruptedException if the thread is interrupted
   */
  public Outcome run(List<String> start) throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("girdle-job");
    for (Map.Entry<String, String> file : inputs.entrySet()) {
      Path place = folder.resolve(file.getKey());
      Files.createDirectories(place.getParent());
      Files.writeString(place, file.getValue(), StandardCharsets.ISO_8859_1);
    }
    StringBuilder text = new StringBuilder();
    StringBuilder errors = new StringBuilder();
    List<Integer> statuses = new ArrayList<>();
    for (List<String> step : steps) {
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
      statuses.add(process.exitValue());
      text.append("status ").append(process.exitValue()).append('\n');
      text.append(Files.readString(out, StandardCharsets.ISO_8859_1));
      errors.append(Files.readString(err, StandardCharsets.ISO_8859_1));
      Files.delete(out);
      Files.delete(err);
    }
    addFiles(folder, text);
    return new Outcome(timeless(text.toString(), folder), errors.toString(), statuses);
  }

  private void addFiles(Path folder, StringBuilder text) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
        String name = folder.relativize(file).toString();
        if (!inputs.containsKey(name)) {
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
        .replaceAll("[\\d.,]+ (milli)?seconds?\\b", "n seconds")
        .replaceAll("\\d{4}-\\d\\d-\\d\\dT[\\d:.]+Z?", "TIME")
        .replaceAll("\\d\\d?[:.]\\d\\d[:.]\\d\\d( [AP]M)?", "TIME")
        .replaceAll("(\"timestamp\":)\"[^\"]*\"", "$1TIME");
  }
}
