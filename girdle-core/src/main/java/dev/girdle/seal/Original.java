package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.TemporaryFolder;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Rehearsal;
import dev.girdle.rehearse.Performance;
import dev.girdle.rehearse.PlainRun;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The application as it was handed over, run beside what was made of it. */
public final class Original {
  private Original() {}

  /**
   * Runs it as it was rehearsed, on this machine, and compares.
   *
   * @param plan the application
   * @param performance how the artifact did
   * @param progress is told how the work gets on
   * @return the performance, with what differs among its failures
   */
  public static Performance compare(Plan plan, Performance performance, Progress progress) {
    Rehearsal rehearsal = performance.rehearsal();
    if (rehearsal.expected().staysUp()) {
      throw GirdleException.request(
          "the rehearsal "
              + rehearsal.name()
              + " is of a service, whose run cannot be held against another");
    }
    try (Application application = new Assessor(progress).survey(plan);
        TemporaryFolder folder = TemporaryFolder.called("girdle-original")) {
      if (application.starts().isEmpty()) {
        throw GirdleException.request(
            application.source() + " has several entry points, or none",
            "  Name a plan that says which, in place of the application.");
      }
      Path work = Files.createDirectories(folder.path().resolve("work"));
      Path place = Files.createDirectories(folder.path().resolve("application"));
      List<String> words = new ArrayList<>(Runtimes.ecosystem().startUnsealed(application, place));
      words.addAll(rehearsal.arguments());
      PlainRun original =
          PlainRun.of(new ProcessBuilder(words).directory(work.toFile()), rehearsal, folder.path());
      List<String> failures = new ArrayList<>(performance.failures());
      failures.removeIf(
          f -> f.startsWith("it ended with") && original.status() == performance.status());
      if (original.status() != performance.status()) {
        failures.add(
            "the original ends with " + original.status() + ", it with " + performance.status());
      }
      if (!original.output().equals(performance.output())) {
        failures.add(
            "its output differs from that of the original: "
                + difference(original.output(), performance.output()));
      }
      return performance.with(failures);
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "the original cannot be run: " + e.getMessage());
    }
  }

  private static String difference(String original, String output) {
    List<String> one = original.lines().toList();
    List<String> two = output.lines().toList();
    for (int i = 0; i < Math.max(one.size(), two.size()); i++) {
      String a = i < one.size() ? one.get(i) : "(nothing)";
      String b = i < two.size() ? two.get(i) : "(nothing)";
      if (!a.equals(b)) {
        return "line " + (i + 1) + " is \"" + b + "\" in place of \"" + a + "\"";
      }
    }
    return "in the ends of its lines";
  }
}
