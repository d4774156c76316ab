package dev.girdle.plan;

import dev.girdle.app.Target;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What the user wants.
 *
 * @param source what is to be sealed
 * @param choice what goes along and what stays behind
 * @param output what is to be made
 * @param metadata what people are shown of the application
 * @param files what goes in besides the application
 * @param runtime which runtime goes along
 * @param rehearsals the trial runs that artifacts have to pass
 * @param image how a container image is to be
 * @param file the file that it was read from; empty if it stands in the command line only
 */
public record Plan(
    Source source,
    Choice choice,
    Output output,
    AppMetadata metadata,
    List<ExtraFile> files,
    RuntimeRequest runtime,
    List<Rehearsal> rehearsals,
    ImageRequest image,
    Optional<Path> file) {
  /** Copies the lists. */
  public Plan {
    files = List.copyOf(files);
    rehearsals = List.copyOf(rehearsals);
  }

  /**
   * A plan that leaves everything to Girdle and makes nothing.
   *
   * @param app the application
   * @return a plan with all defaults
   */
  public static Plan of(Path app) {
    return new Plan(
        Source.of(app),
        Choice.USUAL,
        Output.NONE,
        AppMetadata.NONE,
        List.of(),
        RuntimeRequest.HOST,
        List.of(),
        ImageRequest.USUAL,
        Optional.empty());
  }

  /**
   * The same plan with another source.
   *
   * @param newSource what is to be sealed
   * @return a new plan
   */
  public Plan with(Source newSource) {
    return new Plan(newSource, choice, output, metadata, files, runtime, rehearsals, image, file);
  }

  /**
   * The same plan with another choice.
   *
   * @param newChoice what goes along and what stays behind
   * @return a new plan
   */
  public Plan with(Choice newChoice) {
    return new Plan(source, newChoice, output, metadata, files, runtime, rehearsals, image, file);
  }

  /**
   * The same plan with another output.
   *
   * @param newOutput what is to be made
   * @return a new plan
   */
  public Plan with(Output newOutput) {
    return new Plan(source, choice, newOutput, metadata, files, runtime, rehearsals, image, file);
  }

  /**
   * The same plan with another runtime.
   *
   * @param newRuntime which runtime goes along
   * @return a new plan
   */
  public Plan with(RuntimeRequest newRuntime) {
    return new Plan(source, choice, output, metadata, files, newRuntime, rehearsals, image, file);
  }

  /**
   * The same plan with another image.
   *
   * @param newImage how a container image is to be
   * @return a new plan
   */
  public Plan with(ImageRequest newImage) {
    return new Plan(source, choice, output, metadata, files, runtime, rehearsals, newImage, file);
  }

  /**
   * The same plan with other rehearsals.
   *
   * @param newRehearsals the trial runs
   * @return a new plan
   */
  public Plan rehearsing(List<Rehearsal> newRehearsals) {
    return new Plan(source, choice, output, metadata, files, runtime, newRehearsals, image, file);
  }

  /**
   * The same plan with other entry points.
   *
   * @param entries the entry points
   * @return a new plan
   */
  public Plan with(List<Entry> entries) {
    return with(source.with(entries));
  }

  /**
   * The same plan for one target.
   *
   * @param target where the artifact is to run; empty for everywhere
   * @return a new plan whose only target this is
   */
  public Plan forTarget(Optional<Target> target) {
    Declared declared = source.declared();
    return new Plan(
        source.with(declared.with(target)),
        choice.with(target),
        new Output(output.forms(), target.stream().toList(), output.out(), output.replace()),
        metadata,
        files,
        runtime,
        rehearsals,
        image,
        file);
  }
}
