package dev.girdle.ecosystem;

import dev.girdle.app.Identity;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Source;
import dev.girdle.record.ArtifactRecord;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.stream.Collectors;

/** The languages that there are, and which of them an application is written in. Immutable. */
public final class Ecosystems {
  private final List<Ecosystem> all;

  private Ecosystems(List<Ecosystem> all) {
    this.all = List.copyOf(all);
  }

  /**
   * Those that are installed with Girdle.
   *
   * @return found by {@link ServiceLoader}
   */
  public static Ecosystems installed() {
    return of(
        ServiceLoader.load(Ecosystem.class).stream().map(ServiceLoader.Provider::get).toList());
  }

  /**
   * Some languages.
   *
   * @param languages at least one
   * @return all of them
   * @throws IllegalArgumentException if two have one id
   */
  public static Ecosystems of(List<Ecosystem> languages) {
    Set<String> ids = new HashSet<>();
    for (Ecosystem language : languages) {
      if (!ids.add(language.id())) {
        throw new IllegalArgumentException("two languages are called " + language.id());
      }
    }
    return new Ecosystems(languages);
  }

  /**
   * All languages.
   *
   * @return in a fixed order
   */
  public List<Ecosystem> all() {
    return all;
  }

  /**
   * The language of an id.
   *
   * @param id as the user wrote it
   * @return the language
   * @throws GirdleException if there is none; it says which there are
   */
  public Ecosystem named(String id) {
    return all.stream()
        .filter(e -> e.id().equals(id))
        .findFirst()
        .orElseThrow(
            () ->
                GirdleException.request(
                    "there is no language " + id,
                    "  There is: "
                        + all.stream().map(Ecosystem::id).collect(Collectors.joining(", "))));
  }

  /**
   * Which languages an application could be written in.
   *
   * @param source what the user has built
   * @return the surest first; empty if it looks like none
   */
  public List<Recognised> recognise(Source source) {
    List<Recognised> found = new ArrayList<>();
    for (Ecosystem language : all) {
      language.recognise(source).ifPresent(r -> found.add(new Recognised(language, r)));
    }
    found.sort(Comparator.comparing(r -> r.recognition.certainty()));
    boolean hasBetter =
        !found.isEmpty() && found.get(0).recognition.certainty() != Recognition.Certainty.HARDLY;
    found.removeIf(r -> hasBetter && r.recognition.certainty() == Recognition.Certainty.HARDLY);
    return found;
  }

  /**
   * The language that leads an application: the one that the user names, else the one that it looks
   * like most. If it looks like none, the first language says what is wrong with it.
   *
   * @param source what the user has built
   * @return the language
   * @throws GirdleException if it looks like two as much as each other, or the user names none that
   *     there is
   */
  public Ecosystem leading(Source source) {
    source.declared().byLanguage().keySet().forEach(this::named); // wrong names are told at once
    if (source.language().isPresent()) {
      return named(source.language().get());
    }
    List<Recognised> found = recognise(source);
    if (found.isEmpty()) {
      return all.get(0);
    }
    Recognition.Certainty best = found.get(0).recognition.certainty();
    List<Recognised> equal = found.stream().filter(r -> r.recognition.certainty() == best).toList();
    if (equal.size() > 1) {
      List<String> lines = new ArrayList<>();
      lines.add(source.app() + " can be an application of several languages; say which:");
      equal.forEach(
          r ->
              lines.add(
                  "  --language "
                      + r.language.id()
                      + "   "
                      + r.language.name()
                      + ", since "
                      + r.recognition.because()));
      throw new GirdleException(Fault.REQUEST, lines);
    }
    return equal.get(0).language;
  }

  /**
   * The language of an id in a record.
   *
   * @param id null in records that were made when there was one language, which stands first
   * @return empty if this Girdle does not know it
   */
  public Optional<Ecosystem> find(String id) {
    return id == null
        ? Optional.of(all.get(0))
        : all.stream().filter(e -> e.id().equals(id)).findFirst();
  }

  /**
   * The runtimes of this machine that the starters of an artifact would find.
   *
   * @param artifact its record
   * @param environment the environment variables
   * @return in the order in which they look; empty if this Girdle does not know its language
   */
  public List<FoundRuntime> runtimesFor(ArtifactRecord artifact, Map<String, String> environment) {
    String prefix = new Identity(artifact.name(), Optional.empty()).variablePrefix();
    return find(artifact.language())
        .flatMap(Ecosystem::runtimes)
        .map(p -> p.here(prefix, environment))
        .orElse(List.of());
  }

  /**
   * A language that an application may be written in.
   *
   * @param language the language
   * @param recognition how sure it is, and why
   */
  public record Recognised(Ecosystem language, Recognition recognition) {}
}
