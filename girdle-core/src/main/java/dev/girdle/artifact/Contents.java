package dev.girdle.artifact;

import dev.girdle.artifact.Finding.Grade;
import dev.girdle.artifact.Finding.Part;
import dev.girdle.ecosystem.Progress;
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

/** Compares all files of an artifact with its record, and looks for native code on the way. */
final class Contents {
  private final RecordFile.Found found;
  private final Path artifact;
  private final Progress progress;
  private final Map<String, FileEntry> missing = new LinkedHashMap<>();
  private final List<Finding> findings = new ArrayList<>();
  private final NativeParts natives = new NativeParts();
  private final long total;
  private long done;

  Contents(Path artifact, RecordFile.Found found, Progress progress) throws IOException {
    this.artifact = artifact;
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
    String name = path.startsWith(found.top()) ? path.substring(found.top().length()) : path;
    if (path.equals(found.path())) {
      return true;
    }
    FileEntry entry = path.startsWith(found.top()) ? missing.remove(name) : null;
    if (entry == null) {
      wrong(name + " is not in the record; it was added later");
      return true;
    }
    compare(entry, content);
    done += entry.bytes();
    progress.at("checking " + artifact.getFileName(), done, total);
    return true;
  }

  private boolean look(String path, String target) {
    String name = path.startsWith(found.top()) ? path.substring(found.top().length()) : path;
    FileEntry entry = path.startsWith(found.top()) ? missing.remove(name) : null;
    if (entry == null) {
      wrong(name + " is not in the record; it was added later");
    } else if (entry.link() == null) {
      wrong(name + " is a link to " + Paths.printable(target) + ", and was a file");
    } else if (!entry.link().equals(target)) {
      wrong(name + " leads to " + Paths.printable(target) + ", and led to " + entry.link());
    }
    return true;
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
    if (Boolean.TRUE.equals(entry.executable())
        && Files.isDirectory(artifact)
        && !Files.isExecutable(file)) {
      wrong(entry.path() + " has lost the permission to be executed: chmod +x " + file);
    }
  }

  private void wrong(String text) {
    findings.add(new Finding(Part.CONTENTS, Grade.WRONG, text));
  }
}
