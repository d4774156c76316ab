package dev.girdle.node.launch;

import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.layout.LayoutCommand;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import java.util.List;

/** What the program that starts a Node.js program on Windows is told. */
final class NodeProgram {
  private NodeProgram() {}

  static WindowsStart of(LayoutRequest request, LaunchSpec start, StartOptions options) {
    RuntimeNeed need = request.need().orElseThrow();
    String variable = NodeStarter.variable(request.application().identity());
    String entry = "app/" + start.entry().name();
    Orders orders = Orders.NONE.and("file", entry.replace('/', '\\'));
    if (request.runtime().isBundled()) {
      orders = orders.and("file", "runtime\\bin\\node.exe");
    }
    orders =
        orders
            .and("language", "Node.js")
            .and("need", need.text())
            .and("least", need.range().least())
            .and("variable", variable)
            .and("options-variable", variable + "_OPTS")
            .and("program", "node.exe")
            .and("look", "variable " + variable);
    if (need.range().before().isPresent()) {
      orders = orders.and("before", need.range().before().get());
    }
    if (request.runtime().isBundled()) {
      orders = orders.and("look", "bundled " + LayoutCommand.PLACE + "/runtime/bin");
    }
    orders =
        orders
            .and(
                "look",
                List.of(
                    "path",
                    "registry SOFTWARE\\Node.js InstallPath",
                    "places %ProgramFiles%\\nodejs",
                    "places %LOCALAPPDATA%\\Programs\\nodejs"))
            .and("option", options.words(LayoutCommand.PLACE, Orders.ADDRESS))
            .and("word", LayoutCommand.PLACE + "/" + entry)
            .and("word", start.arguments());
    return WindowsStart.of(start, orders);
  }
}
