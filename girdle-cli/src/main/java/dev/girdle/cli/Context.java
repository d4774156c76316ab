package dev.girdle.cli;

import dev.girdle.cli.view.Console;
import java.io.IOException;
import java.io.InputStream;
import java.util.Map;
import java.util.Properties;

/** What all commands share. */
final class Context {
  private final Console console;
  private final boolean terminal;
  private final Map<String, String> environment;
  private Meter meter = Meter.SILENT;

  Context(Console console, boolean terminal, Map<String, String> environment) {
    this.environment = environment;
    this.console = console;
    this.terminal = terminal;
  }

  Console console() {
    return console;
  }

  /** The environment variables. */
  Map<String, String> environment() {
    return environment;
  }

  /** The progress bar that is shown at the moment. */
  Meter meter() {
    return meter;
  }

  /** Shows progress from now on, if a person is looking on. */
  Meter startMeter(boolean quiet) {
    meter = terminal && !quiet ? new Meter() : Meter.SILENT;
    return meter;
  }

  static String release() {
    try (InputStream in = Context.class.getResourceAsStream("girdle.properties")) {
      Properties properties = new Properties();
      properties.load(in);
      return properties.getProperty("release");
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }
}
