package dev.girdle.cli;

import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotAddress;
import dev.girdle.depot.Login;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Option;

/** Who one is to a depot. */
final class DepotOptions {
  /** Waited before the first try again, in milliseconds. */
  private static final long PAUSE = 500;

  private static final String STANDARD_INPUT = "-";

  @Option(
      names = "--login",
      paramLabel = "FILE",
      description =
          "A file that only you can read, with a line USER:PASSWORD; - for standard input. Without"
              + " it, GIRDLE_DEPOT_USER and GIRDLE_DEPOT_PASSWORD count.")
  private String login;

  Depot open(DepotAddress address, Context context) {
    return new Depot(address, credentials(context), context.environment(), PAUSE);
  }

  private Optional<Credentials> credentials(Context context) {
    if (login == null) {
      return Login.of(context.environment());
    }
    if (!login.equals(STANDARD_INPUT)) {
      return Optional.of(Login.in(Path.of(login)));
    }
    try {
      BufferedReader in =
          new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
      String line = in.readLine();
      return Optional.of(Login.parsed(line == null ? "" : line, "standard input"));
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot read standard input: " + e.getMessage());
    }
  }
}
