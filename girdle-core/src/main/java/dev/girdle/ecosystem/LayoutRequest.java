package dev.girdle.ecosystem;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reasons;
import dev.girdle.closure.Selection;
import dev.girdle.plan.Choice;
import dev.girdle.plan.RuntimeRequest;
import java.util.List;
import java.util.Optional;

/**
 * What is to be laid out, and how.
 *
 * @param shape the shape
 * @param application the application
 * @param starts the ways to start it, the main one first
 * @param target where it is to run; empty for everywhere
 * @param programFolder the folder of the artifact that starters and components go to, with a slash
 *     at the end; empty for the top
 * @param isSelfStarting whether an archive is to start like any other program
 * @param runtime which runtime goes along
 * @param choice what goes along and what stays behind, also of the runtime
 * @param receiverNotes paragraphs for whoever receives it, besides how it is started
 * @param model what the language knows
 * @param closure what is needed
 * @param selection what goes in
 * @param need the runtime that is needed; empty if none is
 */
public record LayoutRequest(
    Shape shape,
    Application application,
    List<LaunchSpec> starts,
    Optional<Target> target,
    String programFolder,
    boolean isSelfStarting,
    RuntimeRequest runtime,
    Choice choice,
    List<String> receiverNotes,
    LanguageModel model,
    Closure closure,
    Selection selection,
    Optional<RuntimeNeed> need) {
  /** Copies the lists. */
  public LayoutRequest {
    starts = List.copyOf(starts);
    receiverNotes = List.copyOf(receiverNotes);
  }

  /**
   * Whether it is to run on a system.
   *
   * @param system for example "windows"
   * @return true also if it is to run everywhere
   */
  public boolean isFor(String system) {
    return target.isEmpty() || target.get().system().equals(system);
  }

  /**
   * Whether it is to run on a system with {@code sh}.
   *
   * @return true also if it is to run everywhere
   */
  public boolean isForUnix() {
    return isFor("linux") || isFor("macos");
  }

  /**
   * How a folder with starters is started.
   *
   * @param byShell whether by the starter for {@code sh} in {@code bin}, and not by the program for
   *     Windows at its top
   * @return with {@code %s} for where it lies
   */
  public String startOfFolder(boolean byShell) {
    return "%s/" + (byShell ? programFolder + "bin/" + main().label() : main().label() + ".exe");
  }

  /**
   * The main way to start it.
   *
   * @return the first
   */
  public LaunchSpec main() {
    return starts.get(0);
  }

  /**
   * Why a component goes in.
   *
   * @param component a kept component
   * @return a sentence
   */
  public String reason(Component component) {
    return Reasons.of(component, closure);
  }

  /**
   * Why an item goes in.
   *
   * @param item a kept item
   * @return a sentence
   */
  public String reason(Item item) {
    return Reasons.of(item, selection, closure);
  }
}
