package dev.girdle.bench;

import dev.girdle.ecosystem.Progress;
import dev.girdle.plan.Entry;
import dev.girdle.plan.Plan;
import dev.girdle.seal.Analysis;
import dev.girdle.seal.Analyzer;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Survey and closure of the linter in a warm virtual machine: what the walk itself costs. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 5)
@Measurement(iterations = 5, time = 5)
@Fork(1)
public class ClosureBenchmark {
  private static final Plan LINTER =
      Plan.of(
              Path.of(
                  System.getProperty("girdle.samples", "girdle-samples"), "checkstyle/target/app"))
          .with(List.of(Entry.of("com.puppycrawl.tools.checkstyle.Main")));

  /**
   * Surveys one application and walks its closure.
   *
   * @return the number of items reached, so that nothing is optimised away
   */
  @Benchmark
  public int surveyAndClosure() {
    try (Analysis analysis = new Analyzer(Progress.SILENT).analyze(LINTER)) {
      return analysis.closure().reached().size();
    }
  }
}
