package dev.girdle.seal;

import dev.girdle.app.Identity;
import dev.girdle.app.Target;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Compression;
import dev.girdle.place.Output;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.Plan;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Where artifacts go, once it is sure that nothing of the user's is in danger there. */
final class Places {
  private final Map<Key, Path> places = new HashMap<>();

  private record Key(Optional<Target> target, FormRequest form) {}

  private Places() {}

  Path of(Optional<Target> target, FormRequest form) {
    return places.get(new Key(target, form));
  }

  /** The places of all artifacts for all targets of one plan. */
  static Places of(List<Analysis> analyses) {
    Places found = new Places();
    Map<Path, String> taken = new LinkedHashMap<>();
    List<String> problems = new ArrayList<>();
    for (Analysis analysis : analyses) {
      Plan plan = analysis.plan();
      Optional<Target> target = plan.choice().target();
      List<Path> inputs = new ArrayList<>(plan.source().with());
      inputs.add(plan.source().app());
      for (FormRequest form : plan.output().forms()) {
        if (form.kind() == FormKind.EXECUTABLE) {
          refusePacking(form, target, problems);
        }
        if (form.kind() == FormKind.IMAGE && target.filter(t -> !isLinux(t)).isPresent()) {
          problems.add("container images are made for Linux, not for " + target.get().text());
        }
        if (plan.runtime().isBundled() && form.kind() == FormKind.ARCHIVE) {
          problems.add(
              "an archive is started by a runtime and cannot bring one along; with the runtime "
                  + plan.runtime().kind().text()
                  + ", choose folder, zip or tgz");
        }
        Path place = plan.output().out().resolve(fileName(form, analysis, target));
        boolean isOfAll = form.kind() == FormKind.IMAGE;
        String what =
            form.label() + target.filter(t -> !isOfAll).map(t -> " for " + t.text()).orElse("");
        String other = taken.putIfAbsent(place, what);
        if (other != null && form.kind() == FormKind.IMAGE && other.equals(what)) {
          found.places.put(new Key(target, form), place); // one for all targets
          continue;
        }
        if (other != null) {
          problems.add(
              place
                  + " would be both "
                  + other
                  + " and "
                  + what
                  + "; give them different names with --as, or \"as\" in the plan");
          continue;
        }
        inputs.forEach(input -> check(place, input, problems));
        checkFree(place, plan.output().replace(), problems);
        found.places.put(new Key(target, form), place);
      }
    }
    if (!problems.isEmpty()) {
      List<String> lines = new ArrayList<>(problems.stream().distinct().toList());
      if (lines.size() > 1) {
        lines.replaceAll(l -> "  " + l);
        lines.add(0, "nothing was sealed, since these cannot be made:");
      }
      throw new GirdleException(Fault.REQUEST, lines);
    }
    return found;
  }

  private static void refusePacking(
      FormRequest form, Optional<Target> target, List<String> problems) {
    if (Target.isOf("windows", target) && form.compression() != Compression.GZIP) {
      problems.add(
          "an executable for windows unpacks itself, and knows gzip alone; leave --packing away");
    }
  }

  private static boolean isLinux(Target target) {
    return target.system().equals("linux");
  }

  private static String fileName(FormRequest form, Analysis analysis, Optional<Target> target) {
    Identity identity = analysis.application().identity();
    if (form.as().isPresent()) {
      String as = form.as().get();
      return as.replace("{name}", identity.name())
          .replace("{release}", identity.release().orElse("0"))
          .replace("{target}", target.map(Target::text).orElse("any"));
    }
    String base = identity.fileName() + target.map(t -> "-" + t.text()).orElse("");
    return switch (form.kind()) {
      case IMAGE -> identity.fileName() + "-image.tar";
      case FOLDER -> base;
      case EXECUTABLE -> base + (Target.isOf("windows", target) ? ".exe" : ".run");
      case SYMBOLS -> base + "-symbols.zip";
      case ZIP -> base + ".zip";
      case TGZ -> base + ".tgz";
      case ARCHIVE -> base + "." + analysis.ecosystem().support().archive();
    };
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
    Output.recover(place);
    if (!Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
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

  /** Whether what lies somewhere is an artifact, so that it can be made again. */
  static boolean isOfGirdle(Path place) {
    try {
      return RecordFile.of(place).isPresent();
    } catch (GirdleException e) {
      return false;
    }
  }
}
