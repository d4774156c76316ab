package dev.girdle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.cli.Run.Result;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

/** Native programs, compiled here, and one of this machine. */
class NativeIT extends NativeCase {
  /** A program that asks for a library, which asks for another. */
  private Path chain() throws IOException {
    Path app = Files.createDirectories(dir.resolve("crane/lib"));
    source("rope.c", "int rope(void) { return 40; }\n");
    source("winch.c", "int rope(void); int winch(void) { return rope() + 1; }\n");
    source(
        "crane.c",
        "#include <stdio.h>\nint winch(void);\nint main(int n, char **w) {"
            + " printf(\"%d %s\\n\", winch() + n, w[0]); return n; }\n");
    compile(
        "-shared",
        "-fPIC",
        "-o",
        app.resolve("librope.so.1"),
        "-Wl,-soname,librope.so.1",
        "rope.c");
    compile(
        "-shared",
        "-fPIC",
        "-o",
        app.resolve("libwinch.so.2"),
        "-Wl,-soname,libwinch.so.2",
        "winch.c",
        app.resolve("librope.so.1"));
    compile(
        "-o",
        app.resolveSibling("crane"),
        "crane.c",
        app.resolve("libwinch.so.2"),
        "-Wl,-rpath-link," + app,
        "-Wl,-rpath,$ORIGIN/lib:/home/builder/crane/lib");
    return app.getParent();
  }

  @Test
  void theGameLosesExactlyWhatNothingNamesAndPlaysAnywhere() throws IOException {
    Path game = game();
    String unsealed = Run.of(game.resolve("pilot")).in(game).input(MOVES).well().out();
    assertThat(unsealed).contains("All ships are in, after 27 steps.");

    assertThat(girdle("survey", game).out())
        .contains("pilot, a native application")
        .contains("8 files under starter/, named by nothing")
        .contains("png 136.6 kB in 8");
    for (String runtime : List.of("host", "whole")) {
      Run.girdle(
              "seal",
              game,
              "--prune",
              "files",
              "--form",
              "folder",
              "--runtime",
              runtime,
              "--out",
              runtime)
          .in(dir)
          .well();
      Path made = sealed(runtime);
      try (Stream<Path> files = Files.walk(made.resolve("app"))) {
        assertThat(
                files
                    .filter(Files::isRegularFile)
                    .map(f -> made.resolve("app").relativize(f).toString()))
            .containsExactlyInAnyOrder(
                "pilot",
                "settings.ini",
                "levels/level-01.lvl",
                "levels/level-02.lvl",
                "levels/level-03.lvl",
                "pictures/pilot-boat.png",
                "pictures/outer-quay.png",
                "pictures/fish-market.png",
                "pictures/old-lock.png",
                "sounds/horn-long.wav",
                "sounds/bell.wav",
                "sounds/horn-short.wav");
      }
      Path moved = Files.move(made, dir.resolve("else where " + runtime));
      Result played = Run.of(moved.resolve("bin/pilot")).in(Path.of("/")).input(MOVES).well();
      assertThat(played.out()).isEqualTo(unsealed);
      assertThat(girdle("check", moved).status()).isZero();
    }
    assertThat(girdle("explain", game, "pictures/old-lock.png", "--prune", "files").out())
        .contains("pilot names pictures/old-lock.png");
    assertThat(girdle("explain", game, "starter/pictures/castle.png", "--prune", "files").out())
        .contains("nothing in the closure needs it");
    // without being told to, nothing of the user's own is left out
    Run.girdle("seal", game, "--form", "folder", "--out", "all").in(dir).well();
    assertThat(sealed("all").resolve("app/starter/pictures/castle.png")).exists();
  }

  @Test
  void theExecutableIsOneFile() throws IOException {
    Path game = game();
    Run.girdle(
            "seal",
            game,
            "--form",
            "executable",
            "--runtime",
            "whole",
            "--out",
            "one",
            "--as",
            "pilot")
        .in(dir)
        .well();
    Result played =
        Run.of(dir.resolve("one/pilot"))
            .in(Path.of("/"))
            .with("HOME", dir.toString())
            .with("PATH", "/usr/bin:/bin")
            .input(MOVES)
            .well();
    assertThat(played.out()).contains("All ships are in, after 27 steps.");
  }

  @Test
  void allThatIsMissingIsToldAtOnceWithItsChain() throws IOException {
    Path app = chain();
    assertThat(Run.of(app.resolve("crane")).with("LD_LIBRARY_PATH", app + "/lib").go().out())
        .startsWith("42 ");
    Files.delete(app.resolve("lib/librope.so.1"));
    source("other.c", "int mast(void) { return 1; }\n");
    compile("-shared", "-fPIC", "-o", "libmast.so.3", "-Wl,-soname,libmast.so.3", "other.c");
    compile(
        "-shared",
        "-fPIC",
        "-Wl,--no-as-needed",
        "-o",
        app.resolve("lib/libwinch.so.2"),
        "-Wl,-soname,libwinch.so.2",
        "winch.c",
        "libmast.so.3",
        "-Wl,--unresolved-symbols=ignore-all",
        "-Wl,-z,undefs");
    Result sealed = girdle("seal", app, "--form", "folder");
    assertThat(sealed.status()).isEqualTo(1);
    assertThat(sealed.err()).contains("libmast.so.3").contains("libwinch.so.2");
    assertThat(dir.resolve("sealed")).doesNotExist();
  }

  @Test
  void librariesAreFoundAndBuildersPathsAreGone() throws IOException {
    Path app = chain();
    assertThat(girdle("closure", app).out())
        .contains("/home/builder/crane/lib of its builder's machine");
    for (String runtime : List.of("host", "whole")) {
      Run.girdle("seal", app, "--form", "folder", "--runtime", runtime, "--out", runtime)
          .in(dir)
          .well();
      Path made = sealed(runtime);
      Result run = Run.of(made.resolve("bin/crane"), "a", "b").in(Path.of("/")).go();
      assertThat(run.out()).isEqualTo("44 " + made.resolve("app/crane") + "\n");
      assertThat(run.status()).isEqualTo(3);
    }
    assertThat(Files.list(sealed("whole").resolve("lib")).map(p -> p.getFileName().toString()))
        .contains("ld-linux-x86-64.so.2", "libc.so.6");
  }

  @Test
  void aStarterThatWasMovedAwaySaysAllThatItMisses() throws IOException {
    Path app = chain();
    Run.girdle("seal", app, "--form", "folder", "--runtime", "whole", "--out", "out")
        .in(dir)
        .well();
    Path alone = Files.createDirectories(dir.resolve("alone/bin")).resolve("crane");
    Files.copy(sealed("out").resolve("bin/crane"), alone);
    alone.toFile().setExecutable(true);
    Result run = Run.of(alone).go();
    assertThat(run.status()).isEqualTo(127);
    assertThat(run.err()).contains("app/crane", "lib/libc.so.6", "lib/ld-linux-x86-64.so.2");
  }

  @Test
  void aLibraryForAnotherProcessorUnderTheRightNameIsNotTaken() throws IOException {
    Path app = chain();
    byte[] code = Files.readAllBytes(app.resolve("lib/librope.so.1"));
    code[18] = (byte) 0xb7; // arm64
    Files.write(app.resolve("lib/librope.so.1"), code);
    Result sealed = girdle("seal", app, "--form", "folder");
    assertThat(sealed.status()).isEqualTo(1);
    assertThat(sealed.err()).contains("librope.so.1");
  }

  @Test
  void aProgramOfThisMachineComesWithItsLibrariesAndWhatTheyAreCalled() throws IOException {
    Path program = Path.of("/usr/bin/xz");
    Assumptions.assumeTrue(
        Files.exists(program) && Files.exists(Path.of("/var/lib/dpkg/info/xz-utils.list")),
        "skipped: needs a Debian with xz");
    Run.girdle("seal", program, "--form", "folder", "--runtime", "whole", "--out", "out")
        .in(dir)
        .well();
    Path made = sealed("out");
    assertThat(Run.of(made.resolve("bin/xz"), "--robot", "--version").in(dir).well().out())
        .isEqualTo(Run.of(program, "--robot", "--version").in(dir).well().out());
    JsonNode components = json("inspect", made, "--json").at("/components");
    assertThat(components.toString()).contains("pkg:deb/debian/liblzma5@");
    assertThat(Files.list(made.resolve("licences")).map(p -> p.getFileName().toString()))
        .anyMatch(n -> n.startsWith("liblzma5@"));
    // the same input gives the same bytes
    Run.girdle("seal", program, "--form", "tgz", "--out", "a").in(dir).well();
    Run.girdle("seal", program, "--form", "tgz", "--out", "b").in(dir).well();
    assertThat(sealed("a")).hasSameBinaryContentAs(sealed("b"));
  }

  /**
   * Drivers and the like are better the receiver's own; where there are none, all starts as well.
   */
  @Test
  void aLibraryThatIsBetterTheReceiversIsUsedOnlyWhereThereIsNone() throws IOException {
    Path theirs = Path.of("/lib/x86_64-linux-gnu/libpam.so.0");
    Assumptions.assumeTrue(Files.exists(theirs), "skipped: needs Debian's libpam0g");
    source(
        "lock.c",
        "#include <stdio.h>\n#include <stdlib.h>\n#include <string.h>\n"
            + "int pam_end(void *, int);\n"
            + "int main(void) { char line[500]; FILE *maps = fopen(\"/proc/self/maps\", \"r\");"
            + " pam_end(0, 0); while (fgets(line, 500, maps)) if (strstr(line, \"libpam\")) {"
            + " printf(\"%s\", strchr(line, '/')); break; }"
            + " fflush(stdout); return system(\"echo ${LD_LIBRARY_PATH-clean}\"); }\n");
    compile("-o", "lock", "lock.c", theirs);
    assertThat(girdle("seal", "lock", "--form", "folder", "--out", "out").out())
        .contains("libpam.so.0 of the receiver's system goes first");
    Path made = sealed("out");
    Path starter = made.resolve("bin/lock");
    assertThat(Run.of(starter).in(dir).well().out().lines())
        .containsExactly(theirs.toRealPath().toString(), "clean");

    // as on a system that has none
    String text = Files.readString(starter);
    String blind =
        text.replace("/sbin/ldconfig", "/sbin/none").replace("/lib/x86_64-linux-gnu", "/none");
    assertThat(blind).isNotEqualTo(text);
    Files.writeString(starter, blind);
    assertThat(Run.of(starter).in(dir).well().out().lines())
        .containsExactly(made.toRealPath() + "/lib/spare/libpam.so.0/libpam.so.0", "clean");
    assertThat(
            Run.of("env", "LD_LIBRARY_PATH=/quay", starter).in(dir).well().out().lines().toList())
        .element(1)
        .isEqualTo("/quay");
  }

  @Test
  void theLibraryOfCBringsItsCharacterSetsAndItsLocale() throws IOException {
    source(
        "signal.c",
        "#include <iconv.h>\n#include <locale.h>\n#include <stdio.h>\n#include <stdlib.h>\n"
            + "int main(void) { char *l = setlocale(LC_ALL, \"C.UTF-8\");"
            + " printf(\"%s %d\\n\", l, iconv_open(\"SHIFT_JIS\", \"UTF-8\") != (iconv_t) -1);"
            + " fflush(stdout);"
            + " return system(\"echo ${LOCPATH-clean} ${GCONV_PATH-clean}\"); }\n");
    compile("-o", "signal", "signal.c");
    girdle("seal", "signal", "--form", "folder", "--runtime", "whole", "--out", "out");
    Path made = sealed("out");
    assertThat(made.resolve("lib/gconv/SJIS.so")).exists();
    assertThat(made.resolve("lib/locale/C.utf8/LC_CTYPE")).exists();
    assertThat(Run.of(made.resolve("bin/signal")).in(dir).well().out())
        .isEqualTo("C.UTF-8 1\nclean clean\n");
  }

  /** A package's links to its own programs stay links, instead of a hundred copies. */
  @Test
  void linksOfAPackageStayLinks() throws IOException {
    Path git = Path.of("/usr/bin/git");
    Path link = Path.of("/usr/lib/git-core/git-add");
    Assumptions.assumeTrue(Files.isSymbolicLink(link), "skipped: needs Debian's git");
    girdle("seal", git, "--form", "folder", "--out", "out");
    Path made = sealed("out");
    assertThat(made.resolve("system/usr/lib/git-core/git-add")).isSymbolicLink();
    assertThat(Run.of(made.resolve("bin/git"), "--exec-path").in(dir).well().out()).isNotBlank();
  }

  /** A program for .NET: its assemblies, native libraries, and Mono of this machine with it. */
  @Test
  void aProgramForDotNetBringsItsRuntime() throws IOException {
    Assumptions.assumeTrue(
        Files.exists(Path.of("/usr/bin/mcs")) && Files.exists(Path.of("/usr/bin/mono")),
        "skipped: needs Mono and its compiler");
    Path app = Files.createDirectories(dir.resolve("quay/data")).getParent();
    source(
        "tide.cs",
        "using System.Runtime.InteropServices; public class Tide {"
            + " [DllImport(\"tides\")] static extern int height(int hour);"
            + " [DllImport(\"kernel32\")] static extern int Beep(int a, int b);"
            + " public static int At(int hour) { return height(hour); } }\n");
    source(
        "quay.cs",
        "using System; using System.IO; class Quay { static int Main(string[] words) {"
            + " string file = Path.Combine(AppDomain.CurrentDomain.BaseDirectory, \"data/berths.txt\");"
            + " Console.WriteLine(Tide.At(3) + \" \" + File.ReadAllText(file).Trim());"
            + " return words.Length; } }\n");
    source("tides.c", "int height(int hour) { return hour * 2; }\n");
    Files.writeString(app.resolve("data/berths.txt"), "seven berths\n");
    Files.writeString(app.resolve("data/unused.txt"), "nobody reads this\n");
    compile("-shared", "-fPIC", "-o", app.resolve("libtides.so"), "tides.c");
    for (List<String> words :
        List.of(
            List.of("-target:library", "-out:quay/Harbour.Tide.dll", "tide.cs"),
            List.of("-target:library", "-out:quay/Unused.dll", "tide.cs"),
            List.of("-r:quay/Harbour.Tide.dll", "-out:quay/quay.exe", "quay.cs"))) {
      List<Object> all = new ArrayList<>(List.of("/usr/bin/mcs"));
      all.addAll(words);
      Run.of(all.toArray()).in(dir).with("PATH", "/usr/bin:/bin").well();
    }
    assertThat(girdle("survey", app).out())
        .contains("a program for .NET")
        .contains("package mono-runtime");
    girdle("seal", app, "--prune", "files", "--form", "folder", "--out", "out");
    Path made = sealed("out");
    Result run = Run.of(made.resolve("bin/quay"), "a", "b").in(Path.of("/")).go();
    assertThat(run.out()).isEqualTo("6 seven berths\n");
    assertThat(run.status()).isEqualTo(2);
    assertThat(made.resolve("app/Unused.dll")).doesNotExist();
    assertThat(made.resolve("app/data/unused.txt")).doesNotExist();
    assertThat(made.resolve("system/usr/lib/mono/4.5/mscorlib.dll")).exists();
    assertThat(girdle("explain", app, "libtides.so").out())
        .contains("Harbour.Tide.dll calls functions of tides");

    Path tide = app.resolve("Harbour.Tide.dll");
    byte[] whole = Files.readAllBytes(tide);
    Files.write(tide, java.util.Arrays.copyOf(whole, 700));
    Result damaged = girdle("seal", app, "--form", "folder", "--out", "none");
    assertThat(damaged.err()).contains("Harbour.Tide.dll").doesNotContain("fault of Girdle");
    assertThat(damaged.status()).isNotZero();

    Files.delete(app.resolve("Harbour.Tide.dll"));
    assertThat(girdle("seal", app, "--form", "folder", "--out", "none").err())
        .contains("Harbour.Tide")
        .contains("quay.exe refers to Harbour.Tide");
  }

  /** What a script's first line names runs it, from beside it. */
  @Test
  void aScriptBringsWhatRunsIt() throws IOException {
    Assumptions.assumeTrue(
        Files.exists(Path.of("/usr/bin/perl")), "skipped: needs Debian's perl-base");
    Path script =
        source(
            "tides",
            "#!/usr/bin/env perl\nuse List::Util 'sum';\nprint sum(@ARGV), ' ', $^X, \"\\n\";\n");
    script.toFile().setExecutable(true);
    girdle("seal", "tides", "--language", "native", "--form", "folder", "--out", "out");
    Path made = sealed("out");
    assertThat(Run.of(made.resolve("bin/tides"), "3", "4").in(Path.of("/")).well().out())
        .startsWith("7 ")
        .contains("/usr/bin/perl");
    assertThat(made.resolve("system/usr/bin/perl")).exists();
  }

  @Test
  void damagedCodeIsToldAndLosesNothing() throws IOException {
    Path app = chain();
    byte[] code = Files.readAllBytes(app.resolve("lib/libwinch.so.2"));
    Files.write(app.resolve("lib/libwinch.so.2"), java.util.Arrays.copyOf(code, 700));
    Result sealed = girdle("seal", app, "--form", "folder");
    assertThat(sealed.status()).isEqualTo(1);
    assertThat(sealed.err()).contains("libwinch.so.2");
  }

  @Test
  void aProgramForAnotherProcessorBringsItsLoaderAndFindsItsContent() throws IOException {
    Path compiler = Path.of("/usr/bin/aarch64-linux-gnu-gcc");
    Path root = Path.of("/usr/aarch64-linux-gnu");
    Assumptions.assumeTrue(
        Files.exists(compiler)
            && Files.exists(root.resolve("lib/libc.so.6"))
            && Run.has("qemu-aarch64"),
        "skipped: needs gcc for arm64 and qemu");
    Path app = Files.createDirectories(dir.resolve("gauge/data")).getParent();
    Files.writeString(app.resolve("data/tide.txt"), "high water\n");
    source(
        "gauge.c",
        "#include <stdio.h>\n#include <unistd.h>\nint main(int n, char **w) { char b[999] = \"\", t[99];"
            + " readlink(\"/proc/self/exe\", b, 998); FILE *f = fopen(\"data/tide.txt\", \"r\");"
            + " if (!f || !fgets(t, 99, f)) return 1; printf(\"%d %s %s\", n, b, t); return 3; }\n");
    Run.of(compiler, "-o", app.resolve("gauge"), dir.resolve("gauge.c"))
        .with("PATH", "/usr/bin:/bin")
        .well();
    Run.girdle(
            "seal",
            app,
            "--target",
            "linux-arm64",
            "--runtime",
            "whole",
            "--runtime-from",
            root,
            "--form",
            "folder",
            "--out",
            "out")
        .in(dir)
        .well();
    Path program = sealed("out").resolve("app/gauge");
    Result run =
        Run.of("qemu-aarch64", program, "x").with("PATH", "/usr/bin:/bin").in(Path.of("/")).go();
    assertThat(run.out()).isEqualTo("2 " + program + " high water\n");
    assertThat(run.status()).isEqualTo(3);
  }

  @Test
  void aProgramForWindowsIsToldWhatItMissesAndRuns() throws IOException {
    Wine.require(Wine.COMPILER);
    Path app = Files.createDirectories(dir.resolve("derrick/data")).getParent();
    source("hook.c", "__declspec(dllexport) int hook(void) { return 40; }\n");
    source("jib.c", "int hook(void); __declspec(dllexport) int jib(void) { return hook() + 1; }\n");
    source(
        "derrick.c",
        "#include <stdio.h>\nint jib(void);\nint main(int n, char **w) {"
            + " printf(\"%d\\n\", jib() + n); return n; }\n");
    windows("-shared", "-o", app.resolve("Hook.dll"), "hook.c");
    windows("-shared", "-o", app.resolve("jib.dll"), "jib.c", app.resolve("Hook.dll"));
    windows("-o", app.resolve("derrick.exe"), "derrick.c", app.resolve("jib.dll"));
    // Windows does not know case
    Files.move(app.resolve("Hook.dll"), app.resolve("HOOK.DLL"));
    assertThat(girdle("closure", app).out()).contains("Nothing that is needed is missing");
    Files.move(app.resolve("HOOK.DLL"), dir.resolve("kept"));
    Result missing = girdle("seal", app, "--form", "folder");
    assertThat(missing.status()).isEqualTo(1);
    assertThat(missing.err()).contains("Hook.dll").contains("jib.dll is linked with Hook.dll");
    Files.move(dir.resolve("kept"), app.resolve("Hook.dll"));
    Run.girdle("seal", app, "--form", "folder", "--out", "out").in(dir).well();
    Run.girdle("seal", app, "--form", "executable", "--out", "one").in(dir).well();
    Wine wine = Wine.in(Files.createDirectories(dir.resolve("wine")));
    for (Path program : List.of(sealed("out").resolve("derrick.exe"), sealed("one"))) {
      Result run = wine.run(program, "a").go();
      assertThat(run.out()).contains("43");
      assertThat(run.status()).isEqualTo(2);
    }
  }

  @Test
  void whatIsCalledLikeAMissingLibraryIsToldForWhatItIs() throws IOException {
    Path app = chain();
    Path library = app.resolve("lib/libwinch.so.2");
    Files.writeString(library, "/* GNU ld script */\nINPUT(libwinch.so.3)\n");
    Result script = girdle("seal", app, "--out", "out");
    assertThat(script.status()).isEqualTo(1);
    assertThat(script.err()).contains("lib/libwinch.so.2 is a script for linkers, and no library");
    Files.delete(library);
    Files.createSymbolicLink(library, Path.of("libother.so"));
    Files.createSymbolicLink(app.resolve("lib/libother.so"), Path.of("libwinch.so.2"));
    assertThat(girdle("closure", app).out())
        .contains("leads around in a ring", "libwinch.so.2", "1 thing needed and missing");
    Files.delete(library);
    Files.delete(app.resolve("lib/libother.so"));
    if (Files.exists(Path.of("/usr/bin/aarch64-linux-gnu-gcc"))) {
      Run.of("/usr/bin/aarch64-linux-gnu-gcc", "-shared", "-fPIC", "-o", library, "winch.c")
          .in(dir)
          .with("PATH", "/usr/bin:/bin")
          .well();
      Result other = girdle("seal", app, "--out", "out");
      assertThat(other.status()).isEqualTo(1);
      assertThat(other.err()).contains("lib/libwinch.so.2 is for linux-arm64");
    }
    assertThat(dir.resolve("out")).doesNotExist();
  }

  @Test
  void aGameForWindowsFindsItsContentFromAnywhere() throws IOException {
    Wine.require(Wine.COMPILER);
    Path app = Files.createDirectories(dir.resolve("regatta/Data/levels")).getParent().getParent();
    Files.writeString(app.resolve("Data/levels/one.lvl"), "three buoys\n");
    Files.writeString(
        Files.createDirectories(app.resolve("Starter")).resolve("sand-castle.lvl"), "no buoys\n");
    Files.writeString(app.resolve("Data/first.txt"), "levels\\one.lvl\n");
    source(
        "regatta.c",
        """
        #include <stdio.h>
        #include <string.h>
        #include <windows.h>
        int WINAPI WinMain(HINSTANCE a, HINSTANCE b, LPSTR words, int show) {
          char name[80] = "", path[99] = "Data\\\\", line[80] = "nothing";
          FILE *file = fopen("data\\\\FIRST.txt", "r");
          if (file && fgets(name, sizeof name, file)) name[strcspn(name, "\\r\\n")] = 0;
          strcat(path, name);
          if (file) fclose(file);
          file = fopen(path, "r");
          if (file) fgets(line, sizeof line, file);
          file = fopen(getenv("SEEN"), "w");
          fputs(line, file);
          fclose(file);
          return strlen(words);
        }
        """);
    windows("-mwindows", "-o", app.resolve("regatta.exe"), "regatta.c");
    assertThat(girdle("survey", app).out())
        .contains("a program for windows-x64, with windows of its own");
    for (String form : List.of("folder", "executable")) {
      Run.girdle("seal", app, "--prune", "files", "--form", form, "--out", form).in(dir).well();
    }
    assertThat(sealed("folder").resolve("app/Starter")).doesNotExist();
    Wine wine = Wine.in(Files.createDirectories(dir.resolve("wine")));
    Path seen = dir.resolve("seen.txt");
    for (Path program : List.of(sealed("folder").resolve("regatta.exe"), sealed("executable"))) {
      Run run = wine.run(program, "abc").with("SEEN", Wine.path(seen)).in(Path.of("/"));
      assertThat(run.go().status()).isEqualTo(3);
      assertThat(seen).hasContent("three buoys");
      Files.delete(seen);
    }
  }

  private void windows(Object... words) {
    Object[] all = Stream.concat(Stream.of((Object) Wine.COMPILER), Stream.of(words)).toArray();
    Run.of(all).in(dir).with("PATH", "/usr/bin:/bin").well();
  }
}
