package dev.girdle.rehearse;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.evidence.EvidenceKind;
import dev.girdle.evidence.Seen;
import dev.girdle.java.observe.ClassLog;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TraceTest {
  private static final SandboxPaths PATHS =
      new SandboxPaths("/home/stranger/tidebook-1", "/home/stranger", java.util.Optional.empty());

  @TempDir Path dir;
  private final Set<Seen> seen = new TreeSet<>();
  private final Set<String> absent = new TreeSet<>();

  @Test
  void tellsWhatWasOpenedStartedAndConnectedTo() throws IOException {
    Files.writeString(
        dir.resolve("trace.log"),
        """
        11 execve("/home/stranger/tidebook-1/bin/tidebook", ["tidebook"], 0x7ffc /* 5 vars */) = 0
        11 openat(AT_FDCWD, "/etc/ld.so.cache", O_RDONLY|O_CLOEXEC) = 3
        11 openat(AT_FDCWD, "/home/stranger/tidebook-1/lib/tide book.jar", O_RDONLY) = 4
        12 openat(AT_FDCWD, "/home/stranger/tidebook-1/lib/libtide.so.1", O_RDONLY|O_CLOEXEC) = 5
        12 openat(AT_FDCWD, "/srv/h\\303\\244fen/berths.txt", O_RDONLY) = 6
        12 openat(AT_FDCWD, "own.txt", O_WRONLY|O_CREAT|O_TRUNC, 0666) = 7
        12 openat(AT_FDCWD, "/usr/share/zoneinfo/Europe/Lisbon", O_RDONLY) = 7
        12 openat(AT_FDCWD, "/opt/data/", O_RDONLY|O_DIRECTORY) = -1 ENOENT (No such file or directory)
        12 openat(AT_FDCWD, "/builder/data.txt", O_RDONLY) = -1 ENOENT (No such file or directory)
        12 openat(AT_FDCWD, "relative.txt", O_RDONLY) = -1 ENOENT (No such file or directory)
        12 open("/tmp/made-by-itself", O_RDONLY) = 8
        13 connect(8, {sa_family=AF_INET, sin_port=htons(443), sin_addr=inet_addr("192.0.2.7")}, 16) = 0
        13 connect(9, {sa_family=AF_INET6, sin6_port=htons(80), sin6_flowinfo=htonl(0), inet_pton(AF_INET6, "::ffff:192.0.2.8", &sin6_addr), sin6_scope_id=0}, 28) = -1 EINPROGRESS
        13 connect(9, {sa_family=AF_UNIX, sun_path="/run/nscd"}, 110) = -1 ENOENT
        12 <... openat resumed>) = 3
        cut off: openat(AT_FDCWD, "/ho
        """);
    Trace.read(dir, PATHS, seen, absent);
    assertThat(seen)
        .containsExactly(
            new Seen(EvidenceKind.FILE, "/srv/häfen/berths.txt", ""),
            new Seen(EvidenceKind.FILE, "/usr/share/zoneinfo/Europe/Lisbon", ""),
            new Seen(EvidenceKind.FILE, "lib/tide book.jar", ""),
            new Seen(EvidenceKind.LIBRARY, "lib/libtide.so.1", ""),
            new Seen(EvidenceKind.PROCESS, "bin/tidebook", ""),
            new Seen(EvidenceKind.ADDRESS, "192.0.2.7:443", ""),
            new Seen(EvidenceKind.ADDRESS, "192.0.2.8:80", ""));
    assertThat(absent).containsExactly("/builder/data.txt", "/home/stranger/work/relative.txt");
  }

  @Test
  void tellsClassesAndWhereTheyCameFrom() throws IOException {
    Files.writeString(
        dir.resolve("classes-42.log"),
        """
        java.lang.Object source: shared objects file
        java.util.zip.Deflater source: jrt:/java.base
        org.ternhaven.Tide source: file:/home/stranger/tidebook-1/lib/tide.jar
        org.ternhaven.Old source: file:/home/stranger/.cache/girdle-run/tidebook-1a2b/lib/old.jar
        org.ternhaven.Tide$$Lambda$14/0x00000008010031f0 source: org.ternhaven.Tide
        java.lang.invoke.LambdaForm$MH/0x000 source: __JVM_LookupDefineClass__
        jdk.internal.reflect.GeneratedMethodAccessor1 source: __ClassLoader::defineClass__
        nothing of a class
        """);
    Files.writeString(
        dir.resolve("classes-43.log"), "java.util.zip.Deflater source: jrt:/java.base\n");
    ClassLog.read(dir, PATHS, seen);
    assertThat(seen)
        .containsExactly(
            new Seen(EvidenceKind.code("class", "classes"), "java.lang.Object", ""),
            new Seen(EvidenceKind.code("class", "classes"), "java.util.zip.Deflater", "java.base"),
            new Seen(EvidenceKind.code("class", "classes"), "org.ternhaven.Old", "lib/old.jar"),
            new Seen(EvidenceKind.code("class", "classes"), "org.ternhaven.Tide", "lib/tide.jar"));
    Trace.read(dir, PATHS, seen, absent); // without a trace there is nothing more
    assertThat(seen).hasSize(4);
  }

  @Test
  void eachProcessHasAFileAndPathsCountFromWhereItIs() throws IOException {
    Files.writeString(
        dir.resolve("trace.log.11"),
        """
        openat(AT_FDCWD</srv/harbour>, "berths.txt", O_RDONLY) = 3</srv/harbour/berths.txt>
        openat(4</srv>, "quays/north \\"one\\".txt", O_RDONLY|O_CLOEXEC) = 5
        newfstatat(AT_FDCWD</srv>, "looked", {st_mode=S_IFREG|0644, st_size=3, ...}, 0) = 0
        access("/etc/gone", R_OK) = -1 ENOENT (No such file or directory)
        readlink("/srv/link", "berths.txt", 4096) = 10
        """);
    Files.writeString(dir.resolve("trace.log.12"), "execve(\"/usr/bin/perl\", [], 0x7f) = 0\n");
    List<String> told = new ArrayList<>();
    TraceLog.read(
        dir,
        new TraceLog.Listener() {
          @Override
          public void opened(String path, String flags, boolean failed) {
            told.add("opened " + path + " " + flags);
          }

          @Override
          public void looked(String path) {
            told.add("looked " + path);
          }

          @Override
          public void started(String path) {
            told.add("started " + path);
          }

          @Override
          public void connected(String address) {
            told.add("connected " + address);
          }
        });
    assertThat(told)
        .containsExactly(
            "opened /srv/harbour/berths.txt O_RDONLY",
            "looked /srv/looked",
            "looked /srv/link",
            "started /usr/bin/perl");
  }
}
