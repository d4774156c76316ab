package dev.girdle.ecosystem;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** One language: how its applications are surveyed, examined and laid out. */
public interface Ecosystem {
  /**
   * The language's name, for users.
   *
   * @return for example "Java"
   */
  String name();

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
   * Prepares to walk over an application's items.
   *
   * @param application surveyed by this ecosystem
   * @param excluded items that must not be seen, each with the reason
   * @param exact whether it is told which parts of things are asked for, and all that is looked at
   *     in passing, which takes longer
   * @param progress is told if something has to be looked up that takes long
   * @return what the language knows about it
   */
  LanguageModel examine(
      Application application, Map<Item, String> excluded, boolean exact, Progress progress);

  /**
   * The runtimes of this machine that a starter would find.
   *
   * @param variablePrefix what environment variables of the application start with
   * @param environment the environment variables
   * @return in the order in which the starter looks at them
   */
  List<FoundRuntime> runtimesHere(String variablePrefix, Map<String, String> environment);

  /**
   * The runtimes that the user keeps for other systems.
   *
   * @param environment the environment variables
   * @return by name
   */
  List<FoundRuntime> runtimesOnShelf(Map<String, String> environment);

  /**
   * Puts a runtime on the user's shelf.
   *
   * @param source its folder, or an archive of it
   * @param environment the environment variables
   * @return the runtime on the shelf
   * @throws GirdleException if it is none, or is there already, or cannot be unpacked safely
   */
  FoundRuntime addToShelf(Path source, Map<String, String> environment);

  /**
   * Where the runtime that goes along runs.
   *
   * @param runtime a runtime that goes along
   * @return the target of the first of its folders, or of the one that Girdle runs on
   * @throws GirdleException if it is none, or for a system that is not sealed for
   */
  Target targetOf(RuntimeRequest runtime);

  /**
   * Whether a pattern of the plan may mean something of the runtime that goes along.
   *
   * @param pattern as the user wrote it
   * @param runtime which runtime goes along
   * @return true if one of its parts fits; or, if these are taken apart, a class in them
   */
  boolean isOfRuntime(NamePattern pattern, RuntimeRequest runtime);

  /**
   * Makes an application that is not sealed startable, with all that it was handed over with.
   *
   * @param application surveyed by this ecosystem, with an entry point
   * @param folder an empty folder for what is needed
   * @return the words that start it on this machine, without its arguments
   * @throws IOException if something cannot be read or written
   */
  List<String> startUnsealed(Application application, Path folder) throws IOException;
}
