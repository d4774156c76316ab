package dev.girdle.cli;

import dev.girdle.cli.view.KeysView;
import dev.girdle.depot.Login;
import dev.girdle.depot.SigningKey;
import dev.girdle.depot.standin.Mischief;
import dev.girdle.depot.standin.StandIn;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What has to do with depots themselves. */
@Command(
    name = "depot",
    description = "Run a small depot on this machine, for trying out; make keys to sign with.",
    synopsisSubcommandLabel = "COMMAND")
final class DepotCommand implements Callable<Integer> {
  @Mixin private CommonOptions common;

  @Override
  public Integer call() {
    throw GirdleException.request(
        "what is to be done with a depot is not said",
        "  girdle depot serve DIR, or girdle depot keys FILE");
  }

  /** Serves one. */
  @Command(
      name = "serve",
      description = {
        "Serve a folder as a depot, on this machine only and without TLS, until it is ended.",
        "For anything else there are registries, all of which Girdle speaks with."
      })
  static final class Serve implements Callable<Integer> {
    private static final int USUAL_PORT = 5080;

    private final Context context;

    @Parameters(paramLabel = "DIR", description = "What it keeps; made if it is not there.")
    private Path folder;

    @Option(
        names = "--port",
        paramLabel = "PORT",
        description = "Where it listens; 5080 if not given, 0 for any that is free.")
    private int port = USUAL_PORT;

    @Option(
        names = "--user",
        paramLabel = "FILE",
        description =
            "Who may use it: a file that only you can read, with a line USER:PASSWORD. Repeatable;"
                + " everybody if not given.")
    private List<Path> users;

    @Option(
        names = "--misbehave",
        paramLabel = "WORDS",
        description =
            "How it misbehaves, for tests: status=503/3, slow=200, cut=1000/5, flip/4, endless,"
                + " forgetful (KIND=VALUE/EVERY, with commas between several).")
    private String misbehave;

    @Mixin private CommonOptions common;

    Serve(Context context) {
      this.context = context;
    }

    @Override
    public Integer call() {
      try (StandIn depot =
          new StandIn(
              folder,
              port,
              users == null ? List.of() : users.stream().map(Login::in).toList(),
              misbehave == null ? List.of() : Mischief.of(misbehave))) {
        context
            .console()
            .line("Serving " + folder + " at " + depot.address() + ". End it with Ctrl-C.");
        context.console().out().flush();
        Thread.currentThread().join(); // until the process is ended
        return 0;
      } catch (IOException e) {
        throw new GirdleException(
            Fault.MACHINE, e, "cannot serve " + folder + ": " + e.getMessage());
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return 0;
      }
    }
  }

  /** Makes keys. */
  @Command(
      name = "keys",
      description = {
        "Make a pair of keys to sign releases with (Ed25519, PEM).",
        "FILE is the private one, which only you can read; FILE.pub is for receivers."
      })
  static final class Keys implements Callable<Integer> {
    private final Context context;

    @Parameters(paramLabel = "FILE", description = "Where the private key goes; must not exist.")
    private Path file;

    @Mixin private CommonOptions common;

    Keys(Context context) {
      this.context = context;
    }

    @Override
    public Integer call() {
      common.show(new KeysView(SigningKey.make(file).id(), file), context);
      return 0;
    }
  }
}
