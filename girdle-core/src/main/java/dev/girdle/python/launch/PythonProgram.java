package dev.girdle.python.launch;

import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import java.util.List;

/** What the program that starts a Python program on Windows is told. */
final class PythonProgram {
  private PythonProgram() {}

  static WindowsStart of(LayoutRequest request, LaunchSpec start, StartedModule started) {
    RuntimeNeed need = request.need().orElseThrow();
    String variable = PythonStarter.variable(request.application().identity());
    Orders orders =
        Orders.NONE
            .and("file", "start\\begin.py")
            .and("language", need.language())
            .and("need", need.text())
            .and("least", need.range().least())
            .and("variable", variable)
            .and("options-variable", variable + "_OPTS")
            .and("third-part-in", "1000") // PCbuild/python.props: the release and its level
            .and("program", start.opensWindow() ? "pythonw.exe" : "python.exe")
            .and("look", "variable " + variable);
    if (need.range().before().isPresent()) {
      orders = orders.and("before", need.range().before().get());
    }
    if (request.runtime().isBundled()) {
      orders = orders.and("look", "bundled " + LayoutCommand.PLACE + "/runtime");
    }
    orders =
        orders
            .and(
                "look",
                List.of(
                    "path",
                    "registry SOFTWARE\\Python\\PythonCore\\*\\InstallPath ExecutablePath",
                    "places %LOCALAPPDATA%\\Programs\\Python\\Python3*",
                    "places %ProgramFiles%\\Python3*"))
            .and("option", List.of("-I", "-S", "-B"))
            .and("option", start.options())
            .and("word", LayoutCommand.PLACE + "/start/begin.py")
            .and("word", LayoutCommand.PLACE + "/bin/" + start.label())
            .and("word", started.words())
            .and("word", start.arguments());
    return WindowsStart.of(start, orders);
  }
}
