package dev.girdle.rehearse;

import dev.girdle.plan.Rehearsal;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** What of a run was not as it should be. */
record Verdict(Rehearsal rehearsal, ProcessRun run) {
  /** What is wrong with its exit status; empty if it is as expected, or nothing is expected. */
  Optional<String> ended() {
    Rehearsal.Expected expected = rehearsal.expected();
    return expected.staysUp() || run.isLate() || run.status() == expected.status()
        ? Optional.empty()
        : Optional.of("it ended with " + run.status() + " in place of " + expected.status());
  }

  List<String> failures() throws IOException {
    List<String> failures = new ArrayList<>();
    Rehearsal.Expected expected = rehearsal.expected();
    if (expected.staysUp() && !run.isUp()) {
      String until =
          expected.port() > 0
              ? "nothing answered at port " + expected.port()
              : "it did not print \"" + expected.line() + "\"";
      failures.add(
          run.isLate()
              ? until + " within " + rehearsal.seconds() + " s"
              : "it ended with " + run.status() + " before it was up");
    } else if (run.isLate()) {
      failures.add("it did not end within " + rehearsal.seconds() + " s");
    } else {
      ended().ifPresent(failures::add);
    }
    for (String text : expected.prints()) {
      if (!run.output().contains(text)) {
        failures.add("its output does not hold \"" + text + "\"");
      }
    }
    expected
        .matches()
        .filter(m -> !Pattern.compile(m).matcher(run.output()).find())
        .ifPresent(m -> failures.add("nothing in its output matches " + m));
    if (expected.output().isPresent()
        && !ProcessRun.isSame(expected.output().get(), run.output())) {
      failures.add("its output differs from " + expected.output().get());
    }
    return failures;
  }
}
