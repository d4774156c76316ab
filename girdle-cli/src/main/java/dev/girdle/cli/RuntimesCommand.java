package dev.girdle.cli;

import dev.girdle.cli.view.RuntimesView;
import dev.girdle.ecosystem.FoundRuntime;
import dev.girdle.seal.RuntimeCatalog;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Which runtimes can be sealed with? */
@Command(
    name = "runtimes",
    description = {
      "List the runtimes of this machine and of your shelf, and what each can be used for.",
      "The shelf keeps runtimes for other systems; nothing is fetched by itself."
    })
final class RuntimesCommand implements Callable<Integer> {
  private final Context context;

  @Option(
      names = "--add",
      paramLabel = "PATH",
      description = "Put a runtime on the shelf: its folder, or a .tar.gz, .tgz or .zip of it.")
  private Path add;

  @Mixin private CommonOptions common;

  RuntimesCommand(Context context) {
    this.context = context;
  }

  @Override
  public Integer call() {
    if (add != null) {
      RuntimeCatalog.add(add, context.environment());
    }
    List<FoundRuntime> all = RuntimeCatalog.all(context.environment());
    common.show(new RuntimesView(all), context);
    return 0;
  }
}
