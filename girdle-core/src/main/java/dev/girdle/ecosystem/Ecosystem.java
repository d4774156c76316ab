package dev.girdle.ecosystem;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.closure.SideLinkage;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** One language: how its applications are surveyed, examined and laid out. */
public interface Ecosystem {
  /**
   * What the language is called in plans and options.
   *
   * @return a word of small letters, which no other language has: "java"
   */
  String id();

  /**
   * The language's name, for users.
   *
   * @return for example "Java"
   */
  String name();

  /**
   * What of it is supported.
   *
   * @return always the same
   */
  Support support();

  /**
   * What it calls its things.
   *
   * @return the same at all times
   */
  LanguageWords words();

  /**
   * Whether what the user has built looks like an application of this language. Goes by the names
   * and heads of few files, and never fails.
   *
   * @param source what to look at; may be missing or damaged
   * @return how sure it is, and why; empty if it does not
   */
  Optional<Recognition> recognise(Source source);

  /**
   * Looks at what the user has built.
   *
   * @param source what to look at
   * @param progress is told how the work gets on
   * @return the application; the caller closes it
   * @throws GirdleException if it is no application of this language, or a part of it is damaged or
   *     hostile; everything that is wrong is told at once
   */
  Application survey(Source source, Progress progress);

  /**
   * Whether nothing but runs tells what applications of this language need. Such a one is surveyed
   * first as it lies there, then run, and surveyed again with what was seen ({@link Source#seen}).
   *
   * @return true if so
   */
  default boolean isKnownByRuns() {
    return false;
  }

  /**
   * Where an application runs, if it is made for one system alone.
   *
   * @param application surveyed by this ecosystem
   * @return empty if it runs wherever there is a runtime for it
   */
  default Optional<Target> madeFor(Application application) {
    return Optional.empty();
  }

  /**
   * What never goes along unless the user names the very item.
   *
   * @param application surveyed by this ecosystem
   * @param wanted items that the user names
   * @return items, each with the reason
   */
  default Map<Item, String> leftToReceivers(Application application, Set<Item> wanted) {
    return Map.of();
  }

  /**
   * Prepares to walk over an application's items.
   *
   * @param application surveyed by this ecosystem
   * @param choice what the user has chosen, with the target if it is made for one alone
   * @param excluded items that must not be seen, each with the reason
   * @param exact whether it is told which parts of things are asked for, and all that is looked at
   *     in passing, which takes longer
   * @param progress is told if something has to be looked up that takes long
   * @return what the language knows about it
   */
  LanguageModel model(
      Application application,
      Choice choice,
      Map<Item, String> excluded,
      boolean exact,
      Progress progress);

  /**
   * Takes part in the walk of an application that another language leads, if that holds items of
   * this one: it reads them, and answers for what it asks for, so that demands cross from one to
   * the other.
   *
   * @param application surveyed by another ecosystem
   * @param excluded items that must not be seen, each with the reason
   * @return empty if there is nothing to read for it
   */
  default Optional<SideLinkage> beside(Application application, Map<Item, String> excluded) {
    return Optional.empty();
  }

  /**
   * Makes an application that is not sealed startable, with all that it was handed over with.
   *
   * @param application surveyed by this ecosystem, with an entry point
   * @param folder an empty folder for what is needed
   * @return the words that start it on this machine, without its arguments
   * @throws IOException if something cannot be read or written
   */
  List<String> startUnsealed(Application application, Path folder) throws IOException;

  /**
   * Where a program that is not sealed is started if nobody says where.
   *
   * @return a folder below the one that {@link #startUnsealed} was given, of which each run gets a
   *     copy; empty if it may as well be an empty one
   */
  default Optional<String> startedIn() {
    return Optional.empty();
  }

  /**
   * What a look at all of an application shows of what could be left out or is there twice. Takes
   * as long as reading all of it can take, so it is only asked for who wants to know.
   *
   * @param application what was surveyed
   * @param prune how finely things are left out already
   * @param progress is told how the work gets on
   * @return one sentence each; empty if there is nothing to say
   * @throws GirdleException if something cannot be read
   */
  default List<String> advice(Application application, Prune prune, Progress progress) {
    return List.of();
  }

  /**
   * How programs of this language are watched while they run.
   *
   * @return empty if only the system can watch them
   */
  default Optional<RunObservation> observation() {
    return Optional.empty();
  }

  /**
   * The runtimes that programs of this language run on.
   *
   * @return empty if they need none
   */
  default Optional<RuntimeProvider> runtimes() {
    return Optional.empty();
  }
}
