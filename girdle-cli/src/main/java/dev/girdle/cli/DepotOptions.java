package dev.girdle.cli;

import dev.girdle.depot.Depot;
import dev.girdle.depot.DepotPlace;
import dev.girdle.depot.Login;
import dev.girdle.depot.TrustedKey;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fetch.Credentials;
import java.io.BufferedReader;
import java.io.Console;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Option;

/** Who one is to a depot. */
final class DepotOptions {
  private static final String STANDARD_INPUT = "-";
  private static final String ASKED = "ask";

  @Option(
      names = "--login",
      paramLabel = "FILE",
      description =
          "A file that only you can read, with a line USER:PASSWORD; - for standard input, ask to be"
              + " asked. Without it, GIRDLE_DEPOT_USER and GIRDLE_DEPOT_PASSWORD count.")
  private String login;

  Depot open(DepotPlace place, Context context) {
    return place.open(() -> credentials(context), context.environment());
  }

  static List<TrustedKey> trusted(List<Path> files) {
    return files == null ? List.of() : files.stream().map(TrustedKey::in).toList();
  }

  /** What is told when a depot does not give all of what it has begun to give. */
  static GirdleException broken(DepotPlace place, IOException e) {
    return GirdleException.because(e, place.label() + " breaks off");
  }

  private Optional<Credentials> credentials(Context context) {
    if (login == null) {
      return Login.of(context.environment());
    }
    if (login.equals(ASKED)) {
      return Optional.of(asked());
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

  /** What is typed as the password is not shown. */
  private static Credentials asked() {
    Console terminal = System.console();
    String user = terminal == null ? null : terminal.readLine("User: ");
    char[] password = user == null ? null : terminal.readPassword("Password: ");
    if (password == null) {
      throw GirdleException.request(
          "nobody can be asked who this is: there is no terminal",
          "  Name a file: --login FILE, or set GIRDLE_DEPOT_USER and GIRDLE_DEPOT_PASSWORD");
    }
    return new Credentials(user, new String(password));
  }
}
