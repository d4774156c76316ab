package dev.girdle.fetch;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** A repository in a folder, as a {@code file:} address names it. */
final class FolderRepository implements Repository {
  private final Path folder;

  FolderRepository(Path folder) {
    this.folder = folder;
  }

  @Override
  public Optional<String> fetch(String path, Path to) throws IOException {
    Path file = folder.resolve(path);
    if (!Files.isRegularFile(file)) {
      return Optional.empty();
    }
    Files.copy(file, to);
    for (String ending : Checksums.ALGORITHMS.keySet()) {
      Path checksum = folder.resolve(path + ending);
      if (Files.isRegularFile(checksum)) {
        Checksums.verify(to, ending, Files.readString(checksum), path + " in " + label());
        return Optional.of(Checksums.ALGORITHMS.get(ending));
      }
    }
    return Optional.of("");
  }

  @Override
  public String label() {
    return folder.toString();
  }
}
