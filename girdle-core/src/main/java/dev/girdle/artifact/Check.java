package dev.girdle.artifact;

import dev.girdle.app.Role;
import dev.girdle.artifact.Finding.Grade;
import dev.girdle.artifact.Finding.Part;
import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.Why;
import dev.girdle.record.ArtifactRecord;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * What is wrong with an artifact, and what is not.
 *
 * @param artifact its record
 * @param findings all that was found, by part
 */
public record Check(ArtifactRecord artifact, List<Finding> findings) {
  private static final int MOST_TOLD = 20;

  /** Copies the list. */
  public Check {
    findings = List.copyOf(findings);
  }

  /**
   * Checks an artifact. Reads all of it once.
   *
   * @param artifact a folder, an archive or a packed folder that Girdle made
   * @param environment the environment variables, in which a runtime may be named
   * @param progress is told how the work gets on
   * @return everything that was found
   * @throws GirdleException if there is no record in it, or it cannot be read as an archive at all
   */
  public static Check of(Path artifact, Map<String, String> environment, Progress progress) {
    RecordFile.Found found = found(artifact);
    try {
      Contents contents = new Contents(artifact, found, progress);
      List<Finding> findings = new ArrayList<>(contents.findings());
      findings.addAll(new HostCheck(found.content(), contents.natives(), environment).findings());
      findings.addAll(identity(found.content()));
      return new Check(found.content(), findings);
    } catch (IOException e) {
      throw unreadable(artifact, e);
    }
  }

  /**
   * Checks only whether an artifact is whole and unaltered. Reads all of it once.
   *
   * @param artifact as above
   * @param progress is told how the work gets on
   * @return what was found
   * @throws GirdleException as above
   */
  public static List<Finding> contents(Path artifact, Progress progress) {
    try {
      return List.copyOf(new Contents(artifact, found(artifact), progress).findings());
    } catch (IOException e) {
      throw unreadable(artifact, e);
    }
  }

  /**
   * Refuses an artifact that is not as it was sealed.
   *
   * @param findings what a check found
   * @param head what is wrong, one line
   * @param advice what follows from it, one line
   * @throws GirdleException with both, and the first findings between them, if it is damaged
   */
  public static void requireWhole(List<Finding> findings, String head, String advice) {
    List<String> wrong =
        findings.stream()
            .filter(f -> f.part() == Part.CONTENTS && f.grade() == Grade.WRONG)
            .map(f -> "  " + f.text())
            .toList();
    if (!wrong.isEmpty()) {
      List<String> lines = new ArrayList<>();
      lines.add(head);
      lines.addAll(wrong.subList(0, Math.min(MOST_TOLD, wrong.size())));
      lines.add(advice);
      throw new GirdleException(Fault.APPLICATION, lines);
    }
  }

  private static RecordFile.Found found(Path artifact) {
    return RecordFile.find(artifact)
        .orElseThrow(
            () ->
                GirdleException.application(
                    artifact + " was not made by Girdle, or has lost its record",
                    "  Without the record nothing can be said about it. Seal it again."));
  }

  private static GirdleException unreadable(Path artifact, IOException e) {
    return GirdleException.because(
        e,
        () ->
            new GirdleException(
                Fault.APPLICATION, e, "cannot read " + artifact + ": " + Why.of(e)));
  }

  private static List<Finding> identity(ArtifactRecord artifact) {
    List<Finding> findings = new ArrayList<>();
    if (artifact.release() == null) {
      findings.add(note("it bears no release, so nobody can tell it from the next one"));
    }
    if (artifact.licence() == null) {
      findings.add(note("it does not say under which licence it stands itself"));
    }
    if (artifact.vendor() == null) {
      findings.add(note("it does not say who made it"));
    }
    boolean opensWindow =
        artifact.entries() != null
            && artifact.entries().stream().anyMatch(e -> Boolean.TRUE.equals(e.window()));
    if (opensWindow && !Boolean.TRUE.equals(artifact.hasIcon())) {
      findings.add(note("it opens a window and has no icon"));
    }
    List<String> unknown =
        artifact.components().stream()
            .filter(c -> c.licences() != null && c.licences().isEmpty())
            .filter(c -> !c.role().equals(Role.OWN.label()))
            .map(ArtifactRecord.ComponentEntry::name)
            .toList();
    if (!unknown.isEmpty()) {
      findings.add(note("the licence is not known of " + String.join(", ", unknown)));
    }
    if (findings.isEmpty()) {
      findings.add(
          new Finding(Part.IDENTITY, Grade.GOOD, "name, release, maker and licences are there"));
    }
    return findings;
  }

  private static Finding note(String text) {
    return new Finding(Part.IDENTITY, Grade.NOTE, text);
  }

  /**
   * Whether nothing has to be mended.
   *
   * @return false if one of the findings is wrong
   */
  public boolean isGood() {
    return findings.stream().noneMatch(f -> f.grade() == Grade.WRONG);
  }
}
