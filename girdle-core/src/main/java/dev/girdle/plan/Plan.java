package dev.girdle.plan;

import java.nio.file.Path;
import java.util.List;

/**
 * What the user wants.
 *
 * @param source what is to be sealed
 * @param choice what goes along and what stays behind
 * @param output what is to be made
 */
public record Plan(Source source, Choice choice, Output output) {
  /**
   * A plan that leaves everything to Girdle and makes nothing.
   *
   * @param app the application
   * @return a plan with all defaults
   */
  public static Plan of(Path app) {
    return new Plan(Source.of(app), Choice.USUAL, Output.NONE);
  }

  /**
   * The same plan with another choice.
   *
   * @param newChoice what goes along and what stays behind
   * @return a new plan
   */
  public Plan with(Choice newChoice) {
    return new Plan(source, newChoice, output);
  }

  /**
   * The same plan with another output.
   *
   * @param newOutput what is to be made
   * @return a new plan
   */
  public Plan with(Output newOutput) {
    return new Plan(source, choice, newOutput);
  }

  /**
   * The same plan with other entry points.
   *
   * @param entries the entry points
   * @return a new plan
   */
  public Plan with(List<Entry> entries) {
    return new Plan(
        new Source(
            source.app(),
            source.with(),
            entries,
            source.name(),
            source.release(),
            source.declared()),
        choice,
        output);
  }
}
