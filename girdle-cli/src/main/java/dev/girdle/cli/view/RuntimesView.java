package dev.girdle.cli.view;

import dev.girdle.app.Target;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.io.Sizes;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.seal.Sealer;
import java.util.List;

/**
 * Shows the runtimes that can be sealed with.
 *
 * @param runtimes what was found
 */
public record RuntimesView(List<FoundRuntime> runtimes) implements View {
  @Override
  public void print(Console console) {
    if (runtimes.isEmpty()) {
      console.line("No runtime was found. Put one on the shelf: girdle runtimes --add PATH");
      return;
    }
    Table table = new Table("llrlll");
    table.row("RUNTIME", "FOR", "SIZE", "FOUND", "CAN GO ALONG", "FOLDER");
    for (FoundRuntime runtime : runtimes) {
      table.row(
          runtime.title(),
          runtime.target().map(Target::text).orElse("-"),
          Sizes.of(Sealer.sizeOf(runtime.home())),
          runtime.foundBy(),
          runtime.kinds().isEmpty()
              ? "no: " + runtime.unfit()
              : String.join(", ", runtime.kinds().stream().map(RuntimeKind::text).toList()),
          runtime.home().toString());
    }
    table.print(console, true);
    console.gap();
    console.line(
        "Seal with one: girdle seal APP --form folder --runtime KIND --runtime-from FOLDER");
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "runtimes",
            runtimes.stream()
                .map(
                    r ->
                        Json.object(
                            "title", r.title(),
                            "release", r.release(),
                            "target", r.target().map(Target::text),
                            "folder", r.home().toString(),
                            "bytes", Sealer.sizeOf(r.home()),
                            "foundBy", r.foundBy(),
                            "canGoAlong", r.kinds().stream().map(RuntimeKind::text).toList()))
                .toList()));
  }
}
