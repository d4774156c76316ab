package dev.girdle.rehearse;

import dev.girdle.app.Identity;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Links;
import dev.girdle.io.Paths;
import dev.girdle.place.Folders;
import dev.girdle.place.Windows;
import dev.girdle.record.ArtifactReader;
import dev.girdle.record.ArtifactRecord;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The artifact that is rehearsed: how it gets to a stranger's machine, and how it is started there.
 *
 * @param artifact where it lies
 * @param content its record
 */
record RehearsedArtifact(Path artifact, ArtifactRecord content) {
  private static final Set<String> ARCHIVES = Set.of("archive", "nested archive", "merged archive");

  String variablePrefix() {
    return new Identity(content.name(), Optional.ofNullable(content.release())).variablePrefix();
  }

  /** Whether it is started by a runtime, and is nothing that starts by itself. */
  boolean isArchive() {
    return ARCHIVES.contains(content.form());
  }

  /** Whether it is a container image, which has a root folder of its own. */
  boolean isImage() {
    return content.form().equals("image");
  }

  /** Files that its record names and that are not there any more; of a folder only. */
  List<String> lostFiles() {
    return Files.isDirectory(artifact) && !isImage()
        ? content.files().stream()
            .map(ArtifactRecord.FileEntry::path)
            .filter(p -> !Files.exists(artifact.resolve(p)))
            .toList()
        : List.of();
  }

  /** Copies it there, or unpacks it as its receiver would; gives where it lies then. */
  Path bringTo(Path home) throws IOException {
    Path there = home.resolve(artifact.toAbsolutePath().normalize().getFileName().toString());
    switch (content.form()) {
      case "zip", "tgz" -> {
        Path folder = home.resolve("unpacked");
        unpack(folder);
        try (Stream<Path> tops = Files.list(folder)) {
          return tops.findFirst().orElse(folder);
        }
      }
      default -> {
        Folders.copy(artifact, there);
        return there;
      }
    }
  }

  private void unpack(Path folder) throws IOException {
    Set<String> executable = new HashSet<>();
    content.files().stream()
        .filter(f -> Boolean.TRUE.equals(f.executable()))
        .forEach(f -> executable.add(f.path()));
    Map<String, String> links = new TreeMap<>();
    ArtifactReader.read(
        artifact,
        new ArtifactReader.Visitor() {
          @Override
          public boolean file(String path, Content bytes) throws IOException {
            Path file = folder.resolve(path);
            write(bytes, file);
            String inside = path.substring(path.indexOf('/') + 1);
            if (executable.contains(inside) && !file.toFile().setExecutable(true, false)) {
              throw new IOException("cannot make " + file + " executable");
            }
            return true;
          }

          @Override
          public boolean link(String path, String target) {
            links.put(path, target);
            return true;
          }
        });
    link(folder, links);
  }

  /** Last and all at once, so that nothing is ever written through a link. */
  private void link(Path folder, Map<String, String> links) throws IOException {
    Set<String> files = new HashSet<>();
    try (Stream<Path> all = Files.walk(folder)) {
      all.forEach(p -> files.add(folder.relativize(p).toString()));
    }
    for (Map.Entry<String, String> wrong : Links.wrong(links, files).entrySet()) {
      throw GirdleException.application(
          artifact + ": the link " + Paths.printable(wrong.getKey()) + " " + wrong.getValue());
    }
    for (Map.Entry<String, String> link : links.entrySet()) {
      Path path = folder.resolve(link.getKey());
      Files.createDirectories(path.getParent());
      Files.createSymbolicLink(path, Path.of(link.getValue()));
    }
  }

  private static void write(Content bytes, Path file) throws IOException {
    Files.createDirectories(file.getParent());
    try (InputStream in = bytes.open()) {
      Files.copy(in, file);
    }
  }

  /**
   * The name of an entry.
   *
   * @param wanted as the user named it; empty for the main one
   * @throws GirdleException if there is none of that name
   */
  String entry(String wanted) {
    String name = wanted.isEmpty() ? content.entries().get(0).name() : wanted;
    if (content.entries().stream().noneMatch(e -> e.name().equals(name))) {
      throw GirdleException.request(
          "there is no entry " + name + " in " + artifact + "; there are: " + names());
    }
    return name;
  }

  /**
   * What starts it, if it starts by itself.
   *
   * @param there where it lies on the stranger's machine
   * @param name the name of the entry
   */
  String starter(String there, String name) {
    if (content.form().equals("executable")) {
      return there;
    }
    if (Windows.isHere()) {
      return program(Path.of(there), name).toString();
    }
    String starter =
        content.files().stream()
            .map(ArtifactRecord.FileEntry::path)
            .filter(p -> Paths.folder(p).endsWith("bin/") && Paths.fileName(p).equals(name))
            .filter(p -> !p.contains("runtime/"))
            .findFirst()
            .orElseThrow(
                () ->
                    GirdleException.request(
                        artifact + " has no starter for this system; it is for " + content.target(),
                        "  It can be rehearsed on such a machine only."));
    return there + "/" + starter;
  }

  /** Whether it is for Windows, and nothing that another system starts. */
  boolean isForWindows() {
    return content.target() != null && content.target().startsWith("windows-");
  }

  /**
   * The program that starts it on Windows.
   *
   * @param there where it lies on that Windows
   * @param name the name of the entry
   */
  Path program(Path there, String name) {
    return content.form().equals("executable") ? there : there.resolve(name + ".exe");
  }

  private String names() {
    return String.join(
        ", ", content.entries().stream().map(ArtifactRecord.StartEntry::name).toList());
  }
}
