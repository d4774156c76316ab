package org.ternhaven.run;

import java.io.PrintWriter;
import org.junit.platform.console.ConsoleLauncher;

public class Run {
  public static void main(String[] args) {
    var result =
        ConsoleLauncher.run(
            new PrintWriter(System.out),
            new PrintWriter(System.err),
            "execute",
            "--select-package",
            "org.ternhaven.run",
            "--disable-ansi-colors",
            "--disable-banner",
            "--details=tree",
            "--details-theme=ascii");
    System.exit(result.getExitCode());
  }
}
