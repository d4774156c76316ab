package dev.girdle.java.runtime;

import dev.girdle.io.Content;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * What a runtime's image holds, however it is read: by our own reader, or, if its contents are
 * compressed, through the file system of the runtime itself, which knows the format of its own
 * image.
 *
 * @param contents by module, then by path in it
 * @param facts what the descriptor of each module says
 * @param opened to be closed with it; empty if nothing is open
 */
record RuntimeImage(
    Map<String, SortedMap<String, Content>> contents,
    Map<String, ModuleFacts> facts,
    Optional<FileSystem> opened)
    implements AutoCloseable {
  static final String DESCRIPTOR = "module-info.class";

  private static final int LARGEST_DESCRIPTOR = 1 << 20;

  private record ImageResource(Path file, long size) implements Content {
    @Override
    public InputStream open() throws IOException {
      return Files.newInputStream(file);
    }
  }

  static RuntimeImage open(JavaHome home) throws IOException {
    Optional<ImageFile> own = ImageFile.open(home.folder().resolve("lib/modules"));
    return own.isPresent() ? of(own.get().modules(), Optional.empty()) : throughItsFileSystem(home);
  }

  private static RuntimeImage throughItsFileSystem(JavaHome home) throws IOException {
    FileSystem image =
        FileSystems.newFileSystem(
            URI.create("jrt:/"), Map.of("java.home", home.folder().toAbsolutePath().toString()));
    Map<String, SortedMap<String, Content>> modules = new TreeMap<>();
    try (Stream<Path> all = Files.list(image.getPath("/modules"))) {
      for (Path module : all.toList()) {
        modules.put(module.getFileName().toString(), filesIn(module));
      }
    }
    return of(modules, Optional.of(image));
  }

  private static SortedMap<String, Content> filesIn(Path module) throws IOException {
    SortedMap<String, Content> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(module)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        files.put(module.relativize(file).toString(), new ImageResource(file, Files.size(file)));
      }
    }
    return files;
  }

  private static RuntimeImage of(
      Map<String, SortedMap<String, Content>> contents, Optional<FileSystem> opened)
      throws IOException {
    Map<String, ModuleFacts> facts = new TreeMap<>();
    for (Map.Entry<String, SortedMap<String, Content>> module : contents.entrySet()) {
      Content descriptor = module.getValue().get(DESCRIPTOR);
      if (descriptor == null) {
        throw new IOException("its module " + module.getKey() + " has no descriptor");
      }
      facts.put(module.getKey(), ModuleFacts.of(descriptor.bytes(LARGEST_DESCRIPTOR)));
    }
    return new RuntimeImage(contents, facts, opened);
  }

  @Override
  public void close() {
    try {
      if (opened.isPresent()) {
        opened.get().close();
      }
    } catch (IOException | UnsupportedOperationException e) {
      return; // it was only read from
    }
  }
}
