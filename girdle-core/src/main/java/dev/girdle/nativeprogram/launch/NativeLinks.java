package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.io.Paths;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.Spot;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * The symbolic links of an artifact.
 *
 * @param request what is laid out
 * @param files the files of the application
 * @param kept what goes along
 * @param placement where that lies
 */
record NativeLinks(
    LayoutRequest request, NativeFiles files, Collection<Item> kept, Placement placement) {
  private static final String SETTINGS = Spot.SYSTEM + "etc/";
  private static final String SETTINGS_BESIDE = Spot.SYSTEM + "usr/etc";

  /** Links that lead to something that goes along. */
  List<LayoutLink> all() {
    String top = request.programFolder();
    TreeSet<String> there = new TreeSet<>();
    for (Item item : kept) {
      if (!Spot.of(item).isOfSystem() || placement.of(item).equals(item.path())) {
        there.add(item.name()); // of the others, none lies where links lead
      }
    }
    List<LayoutLink> links = new ArrayList<>();
    request
        .application()
        .links()
        .forEach(
            (path, leads) -> {
              String real = files.real(path).orElse(null);
              String next = real == null ? null : there.ceiling(real);
              if (next != null && (next.equals(real) || next.startsWith(real + "/"))) {
                String place =
                    path.startsWith("/") ? Places.inArtifact(path) : Placement.APP + path;
                links.add(new LayoutLink(top + place, leads, "", "leads to what goes along"));
              }
            });
    for (Item item : kept) {
      if (placement.isCalled(item)) { // runtimes look for it where it lay, and by its name
        String way = Placement.way(item.path(), placement.of(item));
        links.add(new LayoutLink(top + item.path(), way, "", "leads to a library"));
      }
    }
    // programs that look for settings by their own path count them from the folder above theirs
    boolean hasSettings = kept.stream().anyMatch(i -> placement.of(i).startsWith(SETTINGS));
    boolean hasOthers = kept.stream().anyMatch(i -> placement.of(i).startsWith(SETTINGS_BESIDE));
    if (hasSettings && !hasOthers) {
      links.add(new LayoutLink(top + SETTINGS_BESIDE, "../etc", "", "settings, by another way"));
    }
    return links;
  }

  /** Code that is left alone comes with the receiver's C library, and must not find another. */
  List<LayoutLink> toOthers(List<LayoutFile> all, Set<String> ofC) {
    String top = request.programFolder();
    List<LayoutLink> links = new ArrayList<>();
    for (LayoutFile file : all) {
      String path = file.path().substring(Math.min(top.length(), file.path().length()));
      String name = Paths.fileName(path);
      boolean isLibrary =
          Paths.folder(path).equals(Placement.LIB) && !name.startsWith(CodeEdits.PLACES);
      if (isLibrary && !ofC.contains(name)) {
        links.add(
            new LayoutLink(
                top + Placement.BESIDE_OTHER_C + name,
                "../" + name,
                "",
                "for code that uses the receiver's C library"));
      }
    }
    return links;
  }
}
