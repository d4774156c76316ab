package dev.girdle.ecosystem;

import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** How programs of a language are watched while they run, and what they say of what they miss. */
public interface RunObservation {
  /**
   * Lays into a folder what {@link #environment} speaks of, before anything is started.
   *
   * @param folder where it will write; as this process sees it
   * @throws IOException if it cannot be written
   */
  default void prepare(Path folder) throws IOException {}

  /**
   * Makes a runtime of this machine one that can lie anywhere, so that a stranger's machine has it
   * at its own place.
   *
   * @param home a runtime as it was found
   * @param folder an empty folder for what is made
   * @return what the stranger's machine is given
   * @throws IOException if it cannot be read or written
   */
  default Path given(Path home, Path folder) throws IOException {
    return home;
  }

  /**
   * Whether programs of the language have no runtime but what every system brings. A stranger's
   * machine is given none then, and is bare if it can be: what it has besides, others may not have.
   *
   * @return false if there is a runtime to be given
   */
  default boolean standsOnSystem() {
    return false;
  }

  /**
   * What the use of a file means in the language.
   *
   * @param seen what the system told, by paths in the artifact
   * @return the unit of code that it is; else what was given
   */
  default Seen own(Seen seen) {
    return seen;
  }

  /**
   * Which item of the application a program meant by a path to which there is nothing.
   *
   * @param place the path, by {@link RunPaths#inArtifact}
   * @return the item's path in its component; empty if that cannot be told
   */
  default Optional<String> sought(String place) {
    return Optional.empty();
  }

  /**
   * What makes an artifact that starts by itself write down what it uses.
   *
   * @param variablePrefix what the artifact's variables of the environment start with
   * @param content its record
   * @param folder where to write, as the program sees it
   * @return variables of the environment
   */
  Map<String, String> environment(String variablePrefix, ArtifactRecord content, String folder);

  /**
   * What makes any program of the language write down what it uses.
   *
   * @param folder where to write
   * @return variables of the environment
   */
  Map<String, String> environment(Path folder);

  /**
   * What makes starters use a certain runtime, where they could find others.
   *
   * @param home the runtime's folder
   * @return variables of the environment
   */
  Map<String, String> using(Path home);

  /**
   * What kind of unit of code is seen.
   *
   * @return as files of evidence name it
   */
  EvidenceKind codeKind();

  /**
   * Where runtimes and tools of the language lie on systems.
   *
   * @return the same at all times
   */
  SystemPlaces places();

  /**
   * The words that start an artifact which a runtime has to start, so that it writes down what it
   * uses.
   *
   * @param runtime the runtime's program
   * @param artifact where the artifact lies
   * @param entry the name of its entry; empty for the main one
   * @param content its record
   * @param folder where to write, as the program sees it
   * @return without the program's own arguments
   */
  List<String> start(
      String runtime, String artifact, String entry, ArtifactRecord content, String folder);

  /**
   * Reads what was written down.
   *
   * @param folder where it lies
   * @param paths what paths in it mean
   * @param found gets what was seen
   * @throws IOException if it cannot be read
   */
  void read(Path folder, RunPaths paths, Set<Seen> found) throws IOException;

  /**
   * The units of code that were written down when an application ran that is not sealed.
   *
   * @param folder where it lies; nothing else lies there
   * @param application where the application lies
   * @return names as its language calls them; of others, too
   * @throws IOException if it cannot be read
   */
  Set<String> code(Path folder, String application) throws IOException;

  /**
   * Joins lines that tell one thing together.
   *
   * @param lines what the program wrote
   * @return as many lines, or fewer
   */
  default List<String> joined(List<String> lines) {
    return lines;
  }

  /**
   * What keeps something that was left out, if it is what is missed.
   *
   * @param symptom what is missed
   * @param component the component that something was left out of
   * @param path what was left out, as a path in it; null for all of it
   * @return a pattern as plans have it; empty if it is something else
   */
  default Optional<String> kept(Symptom symptom, String component, String path) {
    return symptom.path().equals(path) ? Optional.of(symptom.name()) : Optional.empty();
  }

  /**
   * What a line says is missing.
   *
   * @param line a line of what the program wrote
   * @return in the order in which it says so; mostly empty
   */
  List<Symptom> symptoms(String line);
}
