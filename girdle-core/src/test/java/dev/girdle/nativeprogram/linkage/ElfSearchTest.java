package dev.girdle.nativeprogram.linkage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Target;
import dev.girdle.binary.LinkedCode;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The order of {@code ld.so(8)}. */
class ElfSearchTest {
  private static final Path APP = Path.of("/home/builder/crane");
  private final ElfSearch search =
      new ElfSearch(new Target("linux", "x64"), Optional.of(APP), Set.of("/usr/lib"));

  private static LinkedCode code(List<String> rpath, List<String> runpath) {
    return new LinkedCode(
        Optional.empty(),
        List.of(),
        rpath,
        runpath,
        Optional.empty(),
        Map.of(),
        Set.of(),
        Optional.empty(),
        Optional.empty());
  }

  private List<String> places(LinkedCode code, List<Spot> ofProgram) {
    return search.places(new Spot(false, "bin/crane"), code, "libtide.so.1", ofProgram).stream()
        .map(s -> (s.isOfSystem() ? "/" : "") + s.path())
        .filter(p -> !p.contains("hwcaps"))
        .toList();
  }

  @Test
  void runpathHidesRpathAndWhatTheProgramSays() {
    assertThat(
            places(
                code(List.of("$ORIGIN/old"), List.of("$ORIGIN/../lib")),
                List.of(new Spot(false, "p"))))
        .containsExactly("lib/libtide.so.1", "/usr/lib/libtide.so.1");
    assertThat(places(code(List.of("${ORIGIN}/old"), List.of()), List.of(new Spot(false, "p"))))
        .containsExactly("bin/old/libtide.so.1", "p/libtide.so.1", "/usr/lib/libtide.so.1");
  }

  @Test
  void pathsOfTheBuildersMachineAreUnderstood() {
    assertThat(places(code(List.of(), List.of("/home/builder/crane/lib", "/opt/x")), List.of()))
        .startsWith("lib/libtide.so.1", "/opt/x/libtide.so.1");
    // out of the application: a folder of this machine
    assertThat(places(code(List.of(), List.of("$ORIGIN/../../ropes")), List.of()))
        .startsWith("/home/builder/ropes/libtide.so.1");
  }

  @Test
  void placesThatDistributionsCallDifferentlyAreAllLookedAt() {
    assertThat(places(code(List.of(), List.of("$ORIGIN/../$LIB")), List.of()))
        .startsWith("lib/x86_64-linux-gnu/libtide.so.1", "lib64/libtide.so.1", "lib/libtide.so.1");
  }

  @Test
  void hardwareFoldersAreLookedInAndPathsAreTakenAsTheyAre() {
    assertThat(
            search.places(
                new Spot(true, "usr/bin/x"), code(List.of(), List.of()), "libz.so", List.of()))
        .contains(new Spot(true, "usr/lib/glibc-hwcaps/x86-64-v3/libz.so"));
    assertThat(
            search.places(
                new Spot(false, "a"), code(List.of(), List.of()), "/opt/y/z.so", List.of()))
        .containsExactly(new Spot(true, "opt/y/z.so"));
  }
}
