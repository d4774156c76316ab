package dev.girdle.java.survey;

import dev.girdle.app.Application;
import dev.girdle.ecosystem.Progress;
import dev.girdle.java.JavaEcosystem;
import dev.girdle.plan.Declared;
import dev.girdle.plan.Entry;
import dev.girdle.plan.LinkHandling;
import dev.girdle.plan.Source;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Surveys as tests ask for them. */
final class Surveys {
  private Surveys() {}

  static Application of(Path app, List<Entry> entries, Path... with) {
    Source source =
        new Source(
            app,
            List.of(with),
            entries,
            Optional.empty(),
            Optional.empty(),
            Declared.LOCAL,
            Optional.empty(),
            LinkHandling.KEEP);
    return new JavaEcosystem().survey(source, Progress.SILENT);
  }
}
