package dev.girdle.cli.view;

import dev.girdle.ecosystem.Ecosystems;
import dev.girdle.record.ArtifactRecord;

/** Words of sentences. */
final class Words {
  private Words() {}

  /** What the language of an artifact calls its units of code. */
  static String unitsOf(ArtifactRecord artifact) {
    return Ecosystems.installed().all().stream()
        .filter(e -> e.id().equals(artifact.language()))
        .map(e -> e.words().units())
        .findFirst()
        .orElse("code");
  }

  /** A thing, with "a" or "an" before it. */
  static String withArticle(String thing) {
    return ("aeiou".indexOf(thing.charAt(0)) >= 0 ? "an " : "a ") + thing;
  }
}
