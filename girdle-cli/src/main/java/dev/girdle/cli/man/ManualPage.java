package dev.girdle.cli.man;

import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Help;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** One manual page, in the {@code man} macros of roff. */
final class ManualPage {
  private final CommandSpec spec;
  private final String release;
  private final List<String> others;
  private final StringBuilder text = new StringBuilder();

  ManualPage(CommandSpec spec, String release, List<String> others) {
    this.spec = spec;
    this.release = release;
    this.others = others;
  }

  /** The name that the page is looked up by. */
  static String name(CommandSpec spec) {
    return spec.qualifiedName("-");
  }

  String text() {
    String[] about = spec.usageMessage().description();
    text.append(".TH \"").append(name(spec).toUpperCase(java.util.Locale.ROOT));
    text.append("\" \"1\" \"\" \"Girdle ").append(release).append("\" \"Girdle\"\n");
    section("NAME");
    String first = about[0].endsWith(".") ? about[0].substring(0, about[0].length() - 1) : about[0];
    paragraph(name(spec) + " - " + first);
    section("SYNOPSIS");
    Help help = new Help(spec, Help.defaultColorScheme(Ansi.OFF));
    paragraph(help.synopsis(0).strip().replaceAll("\\s+", " "));
    section("DESCRIPTION");
    for (String line : about) {
      paragraph(line);
    }
    arguments();
    commands();
    common();
    return text.toString();
  }

  private void arguments() {
    boolean none = spec.positionalParameters().isEmpty() && spec.options().isEmpty();
    if (none) {
      return;
    }
    section("OPTIONS");
    for (PositionalParamSpec parameter : spec.positionalParameters()) {
      tagged(parameter.paramLabel(), parameter.description());
    }
    List<OptionSpec> options = new ArrayList<>(spec.options());
    options.sort((a, b) -> a.longestName().compareTo(b.longestName()));
    for (OptionSpec option : options) {
      String value = option.arity().max() > 0 ? "=" + option.paramLabel() : "";
      tagged(String.join(", ", option.names()) + value, option.description());
    }
  }

  private void commands() {
    if (spec.subcommands().isEmpty()) {
      return;
    }
    section("COMMANDS");
    spec.subcommands()
        .forEach(
            (name, command) -> tagged(name, command.getCommandSpec().usageMessage().description()));
  }

  private void common() {
    section("EXIT STATUS");
    tagged("0", "done");
    tagged("1", "something is wrong with the application or artifact");
    tagged("2", "something is wrong with the words or the plan");
    tagged("3", "the machine or the network failed");
    section("ENVIRONMENT");
    tagged("GIRDLE_OPTS", "options for the Java that runs Girdle, such as -Xmx4g");
    tagged("NO_COLOR", "no colours if it is set");
    tagged(
        "SOURCE_DATE_EPOCH", "the time that all files of an artifact bear, in seconds since 1970");
    tagged("XDG_CACHE_HOME", "where Girdle keeps what it can find out again; ~/.cache if not set");
    section("SEE ALSO");
    paragraph(String.join(", ", others.stream().map(o -> o + "(1)").toList()));
  }

  private void section(String title) {
    text.append(".SH ").append(title).append('\n');
  }

  private void paragraph(String words) {
    text.append(escaped(words)).append("\n.br\n");
  }

  private void tagged(String tag, String... words) {
    text.append(".TP\n\\fB").append(escaped(tag)).append("\\fR\n");
    text.append(escaped(String.join(" ", words).replace("%%", "%"))).append('\n');
  }

  /** What roff takes for a command, or for a hyphen, is told to be neither. */
  private static String escaped(String words) {
    String safe = words.strip().replace("\\", "\\e").replace("-", "\\-");
    return safe.startsWith(".") || safe.startsWith("'") ? "\\&" + safe : safe;
  }
}
