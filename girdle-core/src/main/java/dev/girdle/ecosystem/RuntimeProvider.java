package dev.girdle.ecosystem;

import dev.girdle.app.Target;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The runtimes that a language's programs run on, on this machine and in the user's store. */
public interface RuntimeProvider {
  /**
   * The runtimes of this machine that a starter would find.
   *
   * @param variablePrefix what environment variables of the application start with
   * @param environment the environment variables
   * @return in the order in which the starter looks at them
   */
  List<FoundRuntime> here(String variablePrefix, Map<String, String> environment);

  /**
   * The runtime that a folder of the user's shelf holds.
   *
   * @param folder a folder
   * @return empty if it holds none of this language
   */
  Optional<FoundRuntime> at(Path folder);

  /**
   * What its runtimes are known by, for whoever has handed over something else.
   *
   * @return a sentence
   */
  String knownBy();

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
  boolean has(NamePattern pattern, RuntimeRequest runtime);
}
