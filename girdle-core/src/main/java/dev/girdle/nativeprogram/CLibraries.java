package dev.girdle.nativeprogram;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.ecosystem.RuntimeProvider;
import dev.girdle.fault.GirdleException;
import dev.girdle.nativeprogram.launch.CLibrary;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The C libraries that native programs run on: that of this machine, and of other root folders. */
final class CLibraries implements RuntimeProvider {
  @Override
  public List<FoundRuntime> here(String variablePrefix, Map<String, String> environment) {
    return Target.ofThisMachine()
        .flatMap(t -> CLibrary.in(Path.of("/"), t))
        .map(c -> found(c, c.files().get("libc.so.6"), "on this machine"))
        .stream()
        .toList();
  }

  @Override
  public Optional<FoundRuntime> at(Path folder) {
    return Target.ALL.stream()
        .filter(t -> t.system().equals("linux"))
        .flatMap(t -> CLibrary.in(folder, t).stream())
        .findFirst()
        .map(c -> found(c, c.root(), "on the shelf"));
  }

  private static FoundRuntime found(CLibrary library, Path home, String by) {
    return new FoundRuntime(
        library.title(),
        library.release(),
        Optional.of(library.target()),
        home,
        by,
        List.of(RuntimeKind.WHOLE),
        "");
  }

  @Override
  public String knownBy() {
    return "A root folder of a Linux system has libc.so.6 where its loader looks.";
  }

  @Override
  public Target targetOf(RuntimeRequest runtime) {
    return Target.ofThisMachine()
        .orElseThrow(() -> GirdleException.request("name where it has to run: --target"));
  }

  @Override
  public boolean has(NamePattern pattern, RuntimeRequest runtime) {
    return false;
  }
}
