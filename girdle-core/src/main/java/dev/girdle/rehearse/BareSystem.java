package dev.girdle.rehearse;

import dev.girdle.binary.NeededLibraries;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * All that a bare machine has: busybox for a shell, the C library, and the libraries that the
 * native code of the program is linked with.
 */
final class BareSystem {
  private static final List<String> TOOLS =
      List.of(
          "sh",
          "ls",
          "cat",
          "tail",
          "tar",
          "gzip",
          "id",
          "mkdir",
          "mv",
          "rm",
          "wc",
          "sha256sum",
          "readlink",
          "chmod",
          "dd",
          "env");
  private static final List<String> OF_THE_C_LIBRARY =
      List.of(
          "libc.so.6",
          "libm.so.6",
          "libdl.so.2",
          "libpthread.so.0",
          "librt.so.1",
          "libresolv.so.2",
          "libutil.so.1",
          "libanl.so.1",
          "libmvec.so.1");
  private static final List<Path> FOLDERS =
      List.of(
          Path.of("/lib/x86_64-linux-gnu"),
          Path.of("/usr/lib/x86_64-linux-gnu"),
          Path.of("/lib/aarch64-linux-gnu"),
          Path.of("/usr/lib/aarch64-linux-gnu"),
          Path.of("/lib64"),
          Path.of("/usr/lib64"));
  private static final List<Path> LOADERS =
      List.of(Path.of("/lib64/ld-linux-x86-64.so.2"), Path.of("/lib/ld-linux-aarch64.so.1"));

  private static final String TRACER = "tracer";

  private BareSystem() {}

  /**
   * Puts together a root folder of such a machine.
   *
   * @param folder a new folder
   * @param programs where the program lies, and a runtime that it is given, whose libraries they
   *     need
   * @return the libraries of the program that this machine does not have either
   */
  static Set<String> make(Path folder, List<Path> programs) throws IOException {
    Path busybox =
        busybox()
            .orElseThrow(
                () ->
                    GirdleException.machine(
                        "a bare machine needs busybox for its shell, and there is none here",
                        "  Install it, or rehearse without --bare."));
    Path bin = Files.createDirectories(folder.resolve("bin"));
    Files.copy(busybox, bin.resolve("busybox"), java.nio.file.StandardCopyOption.COPY_ATTRIBUTES);
    for (String tool : TOOLS) {
      Files.createSymbolicLink(bin.resolve(tool), Path.of("busybox"));
    }
    Files.createDirectories(folder.resolve("usr"));
    Files.createSymbolicLink(folder.resolve("usr/bin"), Path.of("../bin"));
    // by which any machine knows itself; without, not even localhost is anybody
    Files.createDirectories(folder.resolve("etc"));
    Files.writeString(folder.resolve("etc/hosts"), "127.0.0.1 localhost\n::1 localhost\n");
    for (Path loader : LOADERS) {
      if (Files.exists(loader)) {
        copyInto(folder, loader);
      }
    }
    for (Path program : programs) {
      copyWhatLinksLeadTo(program, folder);
    }
    Path tracer = Path.of(TraceLog.PROGRAM);
    if (tracer().isPresent()) {
      Path apart = Files.createDirectories(folder.resolve(TRACER));
      copy(tracer, apart.resolve(tracer.getFileName()));
      copy(loader().orElseThrow(), apart.resolve(loader().get().getFileName()));
      addLibraries(needed(tracer), one -> copy(one, apart.resolve(one.getFileName())));
    }
    Set<String> wanted = new TreeSet<>(OF_THE_C_LIBRARY);
    for (Path program : programs) {
      wanted.addAll(neededBy(program));
    }
    Set<String> missing = addLibraries(wanted, library -> copyInto(folder, library));
    missing.removeAll(OF_THE_C_LIBRARY);
    missing.removeIf(n -> n.startsWith("ld-linux"));
    return missing;
  }

  /** Whether this machine has all that a bare one is made of. */
  static boolean isPossible() {
    return busybox().isPresent();
  }

  private static Optional<Path> busybox() {
    return Stream.of("/bin/busybox", "/usr/bin/busybox")
        .map(Path::of)
        .filter(Files::isExecutable)
        .findFirst();
  }

  private static Optional<Path> loader() {
    return LOADERS.stream().filter(Files::exists).findFirst();
  }

  /**
   * The words that start what traces programs. It has a loader and libraries of its own, so that
   * the machine has no more for the program than it would have.
   */
  static Optional<List<String>> tracer() {
    if (!Files.isExecutable(Path.of(TraceLog.PROGRAM)) || loader().isEmpty()) {
      return Optional.empty();
    }
    String folder = "/" + TRACER + "/";
    return Optional.of(
        List.of(
            folder + loader().get().getFileName(),
            "--library-path",
            folder,
            folder + Path.of(TraceLog.PROGRAM).getFileName()));
  }

  /** What is done with a library. */
  @FunctionalInterface
  private interface Adding {
    void add(Path library) throws IOException;
  }

  /** Adds libraries with all that they are linked with; gives those that are not there. */
  private static Set<String> addLibraries(Set<String> names, Adding adding) throws IOException {
    Set<String> wanted = new TreeSet<>(names);
    Set<String> missing = new TreeSet<>();
    Set<String> done = new TreeSet<>();
    while (!wanted.isEmpty()) {
      String name = wanted.iterator().next();
      wanted.remove(name);
      Optional<Path> library =
          FOLDERS.stream().map(f -> f.resolve(name)).filter(Files::exists).findFirst();
      if (!done.add(name) || library.isEmpty()) {
        missing.addAll(library.isEmpty() ? Set.of(name) : Set.of());
        continue;
      }
      adding.add(library.get());
      needed(library.get()).stream().filter(n -> !done.contains(n)).forEach(wanted::add);
    }
    return missing;
  }

  private static Set<String> needed(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file)) {
      return Set.copyOf(NeededLibraries.of(channel));
    }
  }

  private static Set<String> neededBy(Path program) throws IOException {
    Set<String> needed = new TreeSet<>();
    Set<String> brought = new TreeSet<>();
    try (Stream<Path> all = Files.walk(program)) {
      for (Path file : all.filter(BareSystem::mayBeNative).toList()) {
        brought.add(file.getFileName().toString());
        needed.addAll(needed(file));
      }
    }
    return new TreeSet<>(NeededLibraries.ofTheSystem(needed, brought));
  }

  /** Distributions keep parts of a runtime, as its configuration, elsewhere in the system. */
  private static void copyWhatLinksLeadTo(Path program, Path root) throws IOException {
    Path real = program.toRealPath();
    try (Stream<Path> all = Files.walk(real)) {
      for (Path link : all.filter(Files::isSymbolicLink).filter(Files::exists).toList()) {
        Path target = link.toRealPath();
        if (target.startsWith(real)) {
          continue;
        }
        try (Stream<Path> below = Files.walk(target)) {
          for (Path file : below.filter(Files::isRegularFile).toList()) {
            copyInto(root, file);
          }
        }
      }
    }
  }

  private static boolean mayBeNative(Path file) {
    return Files.isRegularFile(file) && Files.isReadable(file);
  }

  /** To where it lies here. */
  private static void copyInto(Path root, Path file) throws IOException {
    copy(file, root.resolve(file.toString().substring(1)));
  }

  private static void copy(Path file, Path target) throws IOException {
    Files.createDirectories(target.getParent());
    if (!Files.exists(target)) {
      Files.copy(file.toRealPath(), target, java.nio.file.StandardCopyOption.COPY_ATTRIBUTES);
    }
  }
}
