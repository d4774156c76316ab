package dev.girdle.java.launcher;

import dev.girdle.app.LaunchSpec;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import dev.girdle.start.Start;
import java.util.List;
import java.util.Optional;

/** What the program that starts a Java program on Windows is told. */
public final class WindowsProgram {
  private static final String HOME = LayoutCommand.PLACE + "/";

  private WindowsProgram() {}

  /**
   * For a folder whose jars lie in {@code lib}.
   *
   * @param starter what is started
   * @return a way to start it
   */
  public static WindowsStart of(Starter starter) {
    LaunchSpec start = starter.start();
    Orders orders =
        Orders.NONE.and("file", starter.jars().stream().map(j -> "lib\\" + inWindows(j)).toList());
    if (starter.bundled().isPresent()) {
      orders = orders.and("file", "runtime\\bin\\java.exe");
    }
    orders =
        orders
            .and(search(starter))
            .and("option", start.options())
            .and("class-path", starter.jars().stream().map(j -> HOME + "lib/" + j).toList());
    if (start.isOfModule()) {
      orders = orders.and("module", start.entry().module());
    }
    List<String> main = starter.mainWords();
    orders =
        orders
            .and("main", start.isOfModule() ? start.entry().name() : main.get(0))
            .and("argument", start.isOfModule() ? List.of() : main.subList(1, main.size()))
            .and("argument", start.arguments());
    return WindowsStart.of(start, orders);
  }

  /**
   * For an archive that is the program itself. What the archive gives to its entries by its own
   * table is not given twice; options for Java are only given if there is one entry.
   *
   * @param starter what is started
   * @param isOnly whether there is one entry
   * @return a way to start it
   */
  public static WindowsStart ofArchive(Starter starter, boolean isOnly) {
    LaunchSpec start = starter.start();
    Orders orders =
        Orders.NONE
            .and("alone", "")
            .and(search(starter))
            .and(
                "option",
                start.options().stream().filter(o -> isOnly && !o.startsWith("-D")).toList())
            .and("class-path", LayoutCommand.PLACE)
            .and("main", Start.class.getName());
    LaunchSpec bare =
        new LaunchSpec(
            start.label(),
            start.entry(),
            List.of(),
            List.of(),
            isOnly ? start.environment() : java.util.Map.of(),
            start.opensWindow());
    return WindowsStart.of(bare, orders);
  }

  /** Which Java it needs, and where one can be. */
  private static Orders search(Starter starter) {
    String home = starter.javaHomeVariable();
    Orders orders =
        Orders.NONE
            .and("language", "Java")
            .and("need", starter.need().text())
            .and("least", starter.need().range().least())
            .and("variable", home)
            .and("options-variable", starter.javaOptionsVariable())
            .and("release-key", "JAVA_VERSION")
            .and("program", "bin\\java.exe")
            .and("window-program", "bin\\javaw.exe")
            .and(
                "library",
                List.of(
                    "bin\\server\\jvm.dll", "bin\\client\\jvm.dll", "jre\\bin\\server\\jvm.dll"));
    if (starter.need().range().isExact()) {
      orders = orders.and("exactly", "");
    }
    orders = orders.and("look", "variable " + home);
    Optional<String> bundled = starter.bundled().map(h -> String.valueOf(h.feature()));
    if (bundled.isPresent()) {
      orders =
          orders.and("look", "bundled " + HOME + "runtime").and("bundled-release", bundled.get());
    }
    return orders
        .and(
            "look",
            List.of(
                "variable JAVA_HOME",
                "path",
                "registry SOFTWARE\\JavaSoft\\*\\* JavaHome",
                "places %ProgramFiles%\\*\\*",
                "places %LOCALAPPDATA%\\Programs\\*",
                "places %USERPROFILE%\\.jdks\\*"))
        .and("modern-option", options(starter));
  }

  private static List<String> options(Starter starter) {
    String all = starter.allOptions();
    return all.isEmpty() ? List.of() : List.of(all.split(" +"));
  }

  private static String inWindows(String path) {
    return path.replace('/', '\\');
  }
}
