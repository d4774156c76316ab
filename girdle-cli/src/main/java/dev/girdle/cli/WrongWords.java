package dev.girdle.cli;

import dev.girdle.app.Nearest;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Paths;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/** Says what is wrong with the words of a command line, and which were perhaps meant. */
final class WrongWords {
  private static final int MOST = 2;

  private WrongWords() {}

  /** What is wrong, in one sentence. */
  static String told(ParameterException e) {
    for (Throwable at = e.getCause(); at != null; at = at.getCause()) {
      if (at instanceof InvalidPathException path) {
        return path(path).lines().get(0);
      }
    }
    return e instanceof UnmatchedArgumentException unmatched && !unmatched.getUnmatched().isEmpty()
        ? unknown(unmatched.getUnmatched().get(0), e.getCommandLine())
        : e.getMessage();
  }

  private static String unknown(String word, CommandLine line) {
    CommandSpec spec = line.getCommandSpec();
    boolean isOption = word.startsWith("-");
    List<String> names = new ArrayList<>();
    if (isOption) {
      spec.options().stream().map(OptionSpec::longestName).forEach(names::add);
    } else {
      names.addAll(spec.subcommands().keySet());
    }
    String bare = word.replaceFirst("=.*", "");
    List<String> near = Nearest.to(bare, names, MOST);
    String meant = near.isEmpty() ? "" : "; did you mean " + String.join(" or ", near) + "?";
    if (isOption) {
      return "there is no option " + bare + meant;
    }
    return (spec.subcommands().isEmpty() ? "there is no use for the word " : "there is no command ")
        + word
        + meant;
  }

  /** What is wrong with a path that the system cannot have. */
  static GirdleException path(InvalidPathException e) {
    String path = "'" + Paths.printable(e.getInput()).replace('\ufffd', '?') + "'";
    boolean isAscii = StandardCharsets.US_ASCII.newEncoder().canEncode(e.getInput());
    return isAscii
        ? GirdleException.request("there can be no file or folder " + path + ": " + e.getReason())
        : GirdleException.request(
            "the file name "
                + path
                + " cannot be used in the locale of this process; LC_ALL=C.UTF-8 has all names");
  }
}
