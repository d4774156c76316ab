package dev.girdle.rehearse;

import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.RunObservation;
import dev.girdle.evidence.Evidence;
import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Sha256;
import dev.girdle.place.Folders;
import dev.girdle.place.Windows;
import dev.girdle.plan.Rehearsal;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Runs an artifact as it would be run on a stranger's machine. */
public final class Rehearser {
  private final RehearsedArtifact subject;
  private final SandboxRequest request;
  private final Optional<GivenRuntime> runtime;
  private final Optional<RunObservation> observation;
  private final String given;
  private final Optional<List<String>> namespaces;

  /**
   * Creates a rehearser.
   *
   * @param artifact where the artifact lies
   * @param content its record
   * @param request how the stranger's machine is to be
   * @param runtime what it has if the artifact brings none; empty if there is none to give
   * @param observation watches programs of its language; empty if this Girdle does not know it
   * @throws GirdleException if the artifact needs a runtime and there is none to give
   */
  public Rehearser(
      Path artifact,
      ArtifactRecord content,
      SandboxRequest request,
      Optional<GivenRuntime> runtime,
      Optional<RunObservation> observation) {
    this.observation = observation;
    this.subject = new RehearsedArtifact(artifact, content);
    this.namespaces = Namespaces.words(request.network());
    boolean needs = content.needsRuntime() && !subject.isImage();
    if (needs && isUnderWine()) {
      throw GirdleException.machine(
          artifact + " brings no " + content.runtime().language() + " along, and Wine has none",
          "  Seal it with a runtime that goes along to rehearse it here, or rehearse it on Windows.");
    }
    if (needs && runtime.isEmpty()) {
      String language = content.runtime().language();
      throw GirdleException.machine(
          artifact
              + " brings no "
              + language
              + " along, and there is none here that a stranger could have",
          "  It needs " + content.runtime().text() + "; or seal with --runtime.");
    }
    boolean standsOnSystem = observation.filter(RunObservation::standsOnSystem).isPresent();
    this.runtime = needs && !standsOnSystem ? runtime : Optional.empty();
    this.given = (needs ? runtime : this.runtime).map(GivenRuntime::title).orElse("");
    this.request =
        standsOnSystem && namespaces.isPresent() && BareSystem.isPossible()
            ? new SandboxRequest(request.network(), true)
            : request;
  }

  /**
   * Runs it several times, one after the other.
   *
   * @param rehearsals what it is to do
   * @param progress is told how the work gets on
   * @return how each went, in their order
   * @throws GirdleException if it cannot be run at all
   */
  public List<RunResult> perform(List<Rehearsal> rehearsals, Progress progress) {
    List<RunResult> results = new ArrayList<>();
    for (Rehearsal rehearsal : rehearsals) {
      progress.at("rehearsing " + rehearsal.name(), results.size(), rehearsals.size());
      results.add(perform(rehearsal));
    }
    return results;
  }

  /**
   * Runs it once.
   *
   * @param rehearsal what it is to do
   * @return how it went
   * @throws GirdleException if it cannot be run at all
   */
  public RunResult perform(Rehearsal rehearsal) {
    if (!request.network() && rehearsal.expected().port() > 0) {
      throw GirdleException.request(
          "a machine without a network cannot be asked whether its port "
              + rehearsal.expected().port()
              + " answers",
          "  Name a line that the program prints once it is up, or leave out --no-network.");
    }
    if (subject.isImage()) {
      String main = subject.entry("");
      if (!rehearsal.entry().isEmpty() && !subject.entry(rehearsal.entry()).equals(main)) {
        throw GirdleException.request("an image starts one program, and this one starts " + main);
      }
      return unwatched(rehearsal, () -> ImageSandbox.of(subject.artifact(), namespaces));
    }
    if (isUnderWine()) {
      if (request.bare() || !request.network()) {
        throw GirdleException.request(
            "under Wine there is no machine that is bare or without a network",
            "  Rehearse a build for this system so, or on Windows.");
      }
      return unwatched(rehearsal, () -> WineSandbox.of(subject));
    }
    try (Sandbox sandbox = Sandbox.of(subject, request, namespaces, runtime)) {
      return perform(rehearsal, sandbox);
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "the rehearsal " + rehearsal.name() + " failed: " + e.getMessage());
    }
  }

  private boolean isUnderWine() {
    return subject.isForWindows() && !Windows.isHere();
  }

  /** Makes a machine. */
  @FunctionalInterface
  private interface Making {
    UnwatchedMachine machine() throws IOException;
  }

  private RunResult unwatched(Rehearsal rehearsal, Making making) {
    try (UnwatchedMachine sandbox = making.machine()) {
      Set<String> before =
          rehearsal.folder().isPresent() ? Set.of() : made(sandbox.work(rehearsal));
      ProcessRun told = ProcessRun.of(sandbox.process(rehearsal), rehearsal, sandbox.seen());
      ProcessRun run = sandbox.hiding() == Hiding.WINE ? told.withPlainLineEnds() : told;
      List<String> lines = new ArrayList<>(run.errors().lines().toList());
      lines.addAll(run.output().lines().toList());
      Verdict verdict = new Verdict(rehearsal, run);
      List<Diagnosis> diagnoses = Causes.of(lines, subject, Set.of(), Set.of(), observation);
      Set<String> made = new TreeSet<>(made(sandbox.work(rehearsal)));
      made.removeAll(before);
      Set<Seen> seen = new TreeSet<>();
      if (verdict.failures().isEmpty() && diagnoses.isEmpty()) {
        seen.add(new Seen(EvidenceKind.REHEARSAL, rehearsal.name(), given(rehearsal)));
      }
      return new RunResult(
          rehearsal,
          sandbox.hiding(),
          given,
          run.status(),
          run.millis(),
          verdict.failures(),
          verdict.ended(),
          diagnoses,
          List.of(),
          new Evidence(seen),
          made,
          run.output(),
          run.errors());
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "the rehearsal " + rehearsal.name() + " failed: " + e.getMessage());
    }
  }

  private static Set<String> made(Path work) throws IOException {
    return Files.isDirectory(work) ? Traces.made(work) : Set.of();
  }

  private RunResult perform(Rehearsal rehearsal, Sandbox sandbox) throws IOException {
    Map<String, String> environment = new HashMap<>();
    String prefix = subject.variablePrefix();
    if (!subject.isArchive()) {
      observation.ifPresent(
          o -> environment.putAll(o.environment(prefix, subject.content(), sandbox.seenThere())));
    }
    if (observation.isPresent()) {
      sandbox.runtimeInSight().map(observation.get()::using).ifPresent(environment::putAll);
    }
    if (!rehearsal.entry().isEmpty()) {
      environment.put(prefix + "_ENTRY", rehearsal.entry());
    }
    if (observation.isPresent()) {
      observation.get().prepare(sandbox.seen());
    }
    if (rehearsal.folder().isPresent()) {
      Folders.copy(rehearsal.folder().get(), sandbox.work());
    }
    List<String> words = new ArrayList<>();
    sandbox.tracer().ifPresent(t -> words.addAll(TraceLog.words(t, sandbox.seenThere(), false)));
    words.addAll(start(rehearsal, sandbox));
    words.addAll(rehearsal.arguments());
    ProcessRun run = ProcessRun.of(sandbox.process(words, environment), rehearsal, sandbox.seen());

    SandboxPaths paths =
        new SandboxPaths(
            sandbox.programThere(), sandbox.homeThere(), observation.map(RunObservation::places));
    Set<Seen> seen = new TreeSet<>();
    Set<String> absent = new TreeSet<>();
    if (observation.isPresent()) {
      observation.get().read(sandbox.seen(), paths, seen);
    }
    Set<Seen> traced = new TreeSet<>();
    Trace.read(sandbox.seen(), paths, traced, absent);
    traced.forEach(t -> seen.add(observation.map(o -> o.own(t)).orElse(t)));
    List<String> lines = new ArrayList<>(run.errors().lines().toList());
    lines.addAll(run.output().lines().toList());
    Verdict verdict = new Verdict(rehearsal, run);
    List<String> failures = verdict.failures();
    List<Diagnosis> diagnoses =
        Causes.of(lines, subject, sandbox.missingLibraries(), sought(absent, paths), observation);
    if (failures.isEmpty() && diagnoses.isEmpty()) {
      seen.add(new Seen(EvidenceKind.REHEARSAL, rehearsal.name(), given(rehearsal)));
    }
    return new RunResult(
        rehearsal,
        sandbox.hiding(),
        given,
        run.status(),
        run.millis(),
        failures,
        verdict.ended(),
        diagnoses,
        outside(seen, absent, paths),
        new Evidence(seen),
        Traces.made(sandbox.work()),
        run.output(),
        run.errors());
  }

  /** What of the application was looked for and is not there. */
  private Set<String> sought(Set<String> absent, SandboxPaths paths) {
    return absent.stream()
        .flatMap(a -> observation.flatMap(o -> o.sought(paths.inArtifact(a))).stream())
        .collect(Collectors.toCollection(TreeSet::new));
  }

  private List<String> start(Rehearsal rehearsal, Sandbox sandbox) {
    String entry = subject.entry(rehearsal.entry());
    if (!subject.isArchive()) {
      return List.of(subject.starter(sandbox.programThere(), entry));
    }
    return observation
        .orElseThrow()
        .start(
            sandbox.runtimeThere().orElseThrow(),
            sandbox.programThere(),
            rehearsal.entry(),
            subject.content(),
            sandbox.seenThere());
  }

  /** Tells rehearsals apart, and nothing of what they were given, which may be a secret. */
  private static String given(Rehearsal rehearsal) throws IOException {
    String words = rehearsal.entry() + "\0" + String.join("\0", rehearsal.arguments());
    return Sha256.of(Content.of(words.getBytes(StandardCharsets.UTF_8))).substring(0, 8);
  }

  /** What it read outside of the artifact, and what it looked for that lies here only. */
  private static List<RunResult.Outside> outside(
      Set<Seen> seen, Set<String> absent, SandboxPaths paths) {
    List<RunResult.Outside> outside = new ArrayList<>();
    for (Seen one : seen) {
      boolean isFile = List.of(EvidenceKind.FILE, EvidenceKind.LIBRARY).contains(one.kind());
      if (isFile && one.name().startsWith("/") && !paths.isOfTheSystem(one.name())) {
        outside.add(new RunResult.Outside(one.name(), true));
      }
    }
    for (String path : absent) {
      boolean isPlace = paths.isOfTheSystem(path) || paths.isInArtifact(path);
      boolean isCache = path.startsWith("/var/cache/"); // who misses one makes it again
      if (!isPlace
          && !isCache
          && !path.startsWith(paths.home())
          && Files.isRegularFile(Path.of(path))) {
        outside.add(new RunResult.Outside(path, false));
      }
    }
    return outside;
  }
}
