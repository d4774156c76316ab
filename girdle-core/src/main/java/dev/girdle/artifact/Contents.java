package dev.girdle.artifact;

import dev.girdle.artifact.Finding.Grade;
import dev.girdle.artifact.Finding.Part;
import dev.girdle.ecosystem.Progress;
import dev.girdle.image.ImageLayout;
import dev.girdle.io.Content;
import dev.girdle.io.Paths;
import dev.girdle.record.ArtifactReader;
import dev.girdle.record.ArtifactRecord.FileEntry;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Compares all files of an artifact with its record, and looks for native code on the way. */
final class Contents {
  private final RecordFile.Found found;
  private final Path artifact;
  private final boolean isFolder;
  private final Progress progress;
  private final Map<String, FileEntry> missing = new LinkedHashMap<>();
  private final List<Finding> findings = new ArrayList<>();
  private final NativeParts natives = new NativeParts();
  private final long total;
  private long done;

  Contents(Path artifact, RecordFile.Found found, Progress progress) throws IOException {
    this.artifact = artifact;
    // an image layout is a folder, too, and its files lie in layers
    this.isFolder = Files.isDirectory(artifact) && !ImageLayout.isOne(artifact);
    this.found = found;
    this.progress = progress;
    found.content().files().forEach(f -> missing.put(f.path(), f));
    total = found.content().files().stream().mapToLong(FileEntry::bytes).sum();
    ArtifactReader.read(
        artifact,
        new ArtifactReader.Visitor() {
          @Override
          public boolean file(String path, Content content) throws IOException {
            return look(path, content);
          }

          @Override
          public boolean link(String path, String target) {
            return look(path, target);
          }
        });
    missing.keySet().forEach(path -> wrong(path + " is missing"));
    if (findings.isEmpty()) {
      findings.add(
          new Finding(
              Part.CONTENTS,
              Grade.GOOD,
              found.content().files().size() + " files are there, each with its digest"));
    }
  }

  List<Finding> findings() {
    return findings;
  }

  NativeParts natives() {
    return natives;
  }

  private boolean look(String path, Content content) throws IOException {
    if (path.equals(found.path())) {
      return true;
    }
    Optional<FileEntry> entry = entry(path);
    if (entry.isPresent()) {
      compare(entry.get(), content);
      done += entry.get().bytes();
      progress.at("checking " + artifact.getFileName(), done, total);
    }
    return true;
  }

  /** What the record says of a path; that it says nothing is told. */
  private Optional<FileEntry> entry(String path) {
    boolean isInside = path.startsWith(found.top());
    String name = isInside ? path.substring(found.top().length()) : path;
    Optional<FileEntry> entry = Optional.ofNullable(isInside ? missing.remove(name) : null);
    if (entry.isEmpty()) {
      wrong(name + " is not in the record; it was added later");
    }
    return entry;
  }

  private boolean look(String path, String target) {
    entry(path).ifPresent(entry -> compare(entry, target));
    return true;
  }

  private void compare(FileEntry entry, String target) {
    String leads = Paths.printable(target);
    if (entry.link() == null) {
      wrong(entry.path() + " is a link to " + leads + ", and was a file");
    } else if (!entry.link().equals(target)) {
      wrong(entry.path() + " leads to " + leads + ", and led to " + entry.link());
    }
  }

  private void compare(FileEntry entry, Content content) throws IOException {
    if (entry.link() != null) {
      wrong(entry.path() + " is a file, and was a link to " + entry.link());
      return;
    }
    if (content.size() != entry.bytes()) {
      wrong(entry.path() + " has " + content.size() + " bytes, and had " + entry.bytes());
      return;
    }
    try {
      if (!natives.look(entry.path(), content).equals(entry.sha256())) {
        wrong(entry.path() + " was altered: its digest is another");
        return;
      }
    } catch (IOException e) {
      wrong(entry.path() + " cannot be read: " + e.getMessage());
      return;
    }
    Path file = artifact.resolve(entry.path());
    if (Boolean.TRUE.equals(entry.executable()) && isFolder && !Files.isExecutable(file)) {
      wrong(entry.path() + " has lost the permission to be executed: chmod +x " + file);
    }
  }

  private void wrong(String text) {
    findings.add(new Finding(Part.CONTENTS, Grade.WRONG, text));
  }
}
