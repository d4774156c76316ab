package dev.girdle.java.layout;

import dev.girdle.app.LaunchSpec;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.java.index.MainClasses;
import dev.girdle.java.launcher.LaunchOptions;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What an archive knows of its entries, in the format that {@link dev.girdle.start.Entries} reads
 * and describes.
 */
final class EntryTable {
  private final LayoutRequest request;
  private final MainClasses mainClasses;

  EntryTable(LayoutRequest request, MainClasses mainClasses) {
    this.mainClasses = mainClasses;
    this.request = request;
  }

  /** Whether the Java launcher can start the main entry by itself. */
  boolean isPlain() {
    LaunchSpec main = request.main();
    return request.starts().size() == 1
        && main.arguments().isEmpty()
        && properties(main).isEmpty()
        && !mainClasses.extendsToolkit(main.entry().name());
  }

  void writeTo(DataOutputStream out) throws IOException {
    out.writeUTF(request.application().identity().variablePrefix());
    out.writeInt(request.starts().size());
    for (LaunchSpec start : request.starts()) {
      out.writeUTF(start.label());
      out.writeUTF(start.entry().name());
      out.writeInt(start.arguments().size());
      for (String argument : start.arguments()) {
        out.writeUTF(argument);
      }
      Map<String, String> properties = properties(start);
      out.writeInt(properties.size());
      for (Map.Entry<String, String> property : properties.entrySet()) {
        out.writeUTF(property.getKey());
        out.writeUTF(property.getValue());
      }
    }
  }

  /** System properties, the only options that can be given once Java runs. */
  private static Map<String, String> properties(LaunchSpec start) {
    Map<String, String> properties = new LinkedHashMap<>();
    for (String option : start.options()) {
      if (option.startsWith("-D")) {
        int equals = option.indexOf('=');
        properties.put(
            equals < 0 ? option.substring(2) : option.substring(2, equals),
            equals < 0 ? "" : option.substring(equals + 1));
      }
    }
    return properties;
  }

  /** What the user should know about options that an archive cannot give. */
  List<String> notices() {
    List<String> notices = new ArrayList<>();
    for (LaunchSpec start : request.starts()) {
      List<String> lost =
          start.options().stream()
              .filter(o -> !o.startsWith("-D") && !LaunchOptions.isForManifest(o))
              .toList();
      if (!lost.isEmpty()) {
        notices.add(
            "java -jar takes no options from an archive, so "
                + String.join(" ", lost)
                + " of the entry "
                + start.label()
                + " has to be given by whoever starts it; --form folder gives it by itself");
      }
    }
    for (LaunchSpec start : request.starts()) {
      if (!start.environment().isEmpty()) {
        notices.add(
            "an archive cannot set variables of the environment: whoever starts the entry "
                + start.label()
                + " has to set "
                + String.join(", ", start.environment().keySet())
                + "; a folder sets them by itself");
      }
    }
    if (request.starts().stream().anyMatch(LaunchSpec::isOfModule)) {
      notices.add(
          "an archive is started from the class path and not as modules; --form folder starts the"
              + " module");
    }
    if (request.starts().size() > 1) {
      notices.add(
          "other entries are chosen with -Dgirdle.entry=NAME or "
              + request.application().identity().variablePrefix()
              + "_ENTRY=NAME: "
              + String.join(", ", request.starts().stream().map(LaunchSpec::label).toList()));
    }
    return notices;
  }
}
