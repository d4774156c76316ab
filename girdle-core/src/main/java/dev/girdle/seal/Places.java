package dev.girdle.seal;

import dev.girdle.app.Identity;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.Output;
import dev.girdle.plan.Plan;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** Where artifacts go, once it is sure that nothing of the user's is in danger there. */
final class Places {
  private final Map<FormKind, Path> places;

  private Places(Map<FormKind, Path> places) {
    this.places = places;
  }

  Path of(FormKind form) {
    return places.get(form);
  }

  static Places of(Plan plan, Identity identity) {
    Output output = plan.output();
    if (output.as().isPresent() && output.forms().size() != 1) {
      throw GirdleException.request(
          "--as "
              + output.as().get()
              + ": one name cannot be given to "
              + output.forms().size()
              + " forms",
          "  Seal the forms one by one, or leave --as out.");
    }
    List<String> problems = new ArrayList<>();
    List<Path> inputs = new ArrayList<>(plan.source().with());
    inputs.add(plan.source().app());
    Map<FormKind, Path> places = new EnumMap<>(FormKind.class);
    for (FormKind form : output.forms()) {
      Path place = output.out().resolve(output.as().orElse(fileName(form, identity)));
      inputs.forEach(input -> check(place, input, problems));
      checkFree(place, output.replace(), problems);
      places.put(form, place);
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return new Places(places);
  }

  private static String fileName(FormKind form, Identity identity) {
    return identity.fileName() + (form == FormKind.ARCHIVE ? ".jar" : "");
  }

  private static void check(Path place, Path input, List<String> problems) {
    Path real = real(place);
    Path realInput = real(input);
    if (real.equals(realInput)) {
      problems.add(place + " is the application itself; choose another place with --out");
    } else if (Files.isDirectory(input) && real.startsWith(realInput)) {
      problems.add(
          place + " lies inside the application " + input + "; choose a place outside with --out");
    } else if (realInput.startsWith(real)) {
      problems.add(
          place + " would replace the folder of the application; choose another with --out");
    }
  }

  /** The real path, of which the last parts may not exist yet. */
  private static Path real(Path path) {
    Path absolute = path.toAbsolutePath().normalize();
    for (Path there = absolute; there != null; there = there.getParent()) {
      if (Files.exists(there)) {
        try {
          return there.toRealPath().resolve(there.relativize(absolute)).normalize();
        } catch (IOException e) {
          return absolute;
        }
      }
    }
    return absolute;
  }

  private static void checkFree(Path place, boolean replace, List<String> problems) {
    if (!Files.exists(place)) {
      return;
    }
    if (!isOfGirdle(place)) {
      problems.add(
          place + " exists and was not made by Girdle; move it away, or choose another --out");
    } else if (!replace) {
      problems.add(
          place + " exists already, made by Girdle; --replace exchanges it for the new one");
    }
  }

  private static boolean isOfGirdle(Path place) {
    try {
      return RecordFile.of(place).isPresent();
    } catch (GirdleException e) {
      return false;
    }
  }
}
