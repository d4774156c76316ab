package dev.girdle.java.survey;

import dev.girdle.app.SetAside;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * A build leaves its classes twice: in a folder, and in the jar that it packed from that folder.
 * Only one of them is the program.
 */
final class Overlaps {
  private final Scan scan;

  Overlaps(Scan scan) {
    this.scan = scan;
  }

  void resolve() {
    List<RawComponent> folders = scan.components.stream().filter(c -> !c.isJar()).toList();
    List<RawComponent> jars = scan.components.stream().filter(RawComponent::isJar).toList();
    for (RawComponent folder : folders) {
      Set<String> inFolder = folder.classPaths();
      for (RawComponent jar : jars) {
        if (scan.components.contains(jar) && scan.components.contains(folder)) {
          compare(folder, inFolder, jar);
        }
      }
    }
  }

  private void compare(RawComponent folder, Set<String> inFolder, RawComponent jar) {
    Set<String> inJar = jar.classPaths();
    Set<String> common = new HashSet<>(inFolder);
    common.retainAll(inJar);
    if (common.isEmpty()) {
      return;
    }
    if (inJar.containsAll(inFolder)) {
      drop(folder, "the classes that " + jar.origin() + " was packed from");
      dropResourcesBeside(folder);
    } else if (inFolder.containsAll(inJar) || common.size() * 2 > inJar.size()) {
      drop(jar, "an older packing of " + folder.origin());
      scan.notices.add(
          jar.origin()
              + " lacks classes that lie in "
              + folder.origin()
              + ", so the folder was taken");
    }
  }

  /** Resource folders of the same build went into the same jar. */
  private void dropResourcesBeside(RawComponent folder) {
    String build = folder.origin().replaceFirst("[^/]+/$", "");
    for (RawComponent other : List.copyOf(scan.components)) {
      if (!other.isJar()
          && other.classPaths().isEmpty()
          && other.origin().startsWith(build.replaceFirst("classes/.*$", ""))) {
        drop(other, "packed into a jar already");
      }
    }
  }

  private void drop(RawComponent component, String why) {
    scan.components.remove(component);
    long bytes =
        component.isJar()
            ? component.whole().size()
            : component.tree().files().stream().mapToLong(f -> f.content().size()).sum();
    scan.setAside.add(new SetAside(component.origin(), why, bytes));
  }
}
