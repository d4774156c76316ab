package dev.girdle.seal;

import dev.girdle.app.LaunchSpec;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.io.Links;
import dev.girdle.layout.InnerArchive;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutLink;
import dev.girdle.layout.Packing;
import dev.girdle.plan.ContentPack;
import dev.girdle.plan.Contents;
import dev.girdle.plan.Placement;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Puts the files of an application into the order of the plan, and into its packs. */
final class Arrangement {
  private final Contents contents;
  private final String folder;
  private final List<LaunchSpec> starts;

  /**
   * Prepares to arrange.
   *
   * @param contents what the plan says
   * @param folder where the application's files lie in the artifact, with a slash at the end
   * @param starts what is started, which cannot lie in a pack
   */
  Arrangement(Contents contents, String folder, List<LaunchSpec> starts) {
    this.contents = contents;
    this.folder = folder;
    this.starts = starts;
  }

  /** The plan says something that cannot be done where files do not lie one by one. */
  static void refuse(Contents contents, String language) {
    if (!contents.order().isEmpty() || !contents.packs().isEmpty()) {
      throw GirdleException.request(
          "contents: "
              + (contents.packs().isEmpty() ? "order" : "packs")
              + " is for applications whose files lie in the artifact one by one, which those of "
              + language
              + " programs do not");
    }
  }

  Layout of(Layout layout) {
    return packed(ordered(layout));
  }

  private String path(LayoutFile file) {
    return file.path().startsWith(folder) ? file.path().substring(folder.length()) : "";
  }

  private Layout ordered(Layout layout) {
    if (contents.order().isEmpty()) {
      return layout;
    }
    List<LayoutFile> own =
        layout.files().stream().filter(f -> !path(f).isEmpty()).sorted(byRank()).toList();
    List<LayoutFile> files = new ArrayList<>();
    int next = 0;
    for (LayoutFile file : layout.files()) {
      files.add(path(file).isEmpty() ? file : own.get(next++));
    }
    return layout.having(files, layout.links());
  }

  private Comparator<LayoutFile> byRank() {
    return Comparator.comparingInt(f -> contents.rank(path(f)));
  }

  private Layout packed(Layout layout) {
    Layout done = layout;
    for (ContentPack pack : contents.packs()) {
      done = packed(done, pack);
    }
    return done;
  }

  private Layout packed(Layout layout, ContentPack pack) {
    String from = folder + pack.folder() + "/";
    String to = folder + pack.to();
    List<LayoutFile> inside = new ArrayList<>();
    List<LayoutFile> files = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    int place = -1;
    for (LayoutFile file : layout.files()) {
      if (file.path().startsWith(from)) {
        place = place < 0 ? files.size() : place;
        LayoutFile one = file.at(file.path().substring(from.length()));
        inside.add(pack.isStored() ? one.packed(Packing.STORED) : one);
      } else {
        files.add(file);
        taken.add(file.path());
      }
    }
    List<LayoutLink> linksInside = new ArrayList<>();
    List<LayoutLink> links = new ArrayList<>();
    for (LayoutLink link : layout.links()) {
      boolean isInside = link.path().startsWith(from);
      String target = (Links.target(link.path(), link.target()).orElse("") + "/");
      if (isInside != target.startsWith(from)) {
        throw refused(pack, "the link " + link.path() + " would lead into the pack, or out of it");
      }
      if (isInside) {
        String path = link.path().substring(from.length());
        linksInside.add(new LayoutLink(path, link.target(), link.component(), link.reason()));
      } else {
        links.add(link);
        taken.add(link.path());
      }
    }
    for (LaunchSpec start : starts) {
      if (start.entry().name().startsWith(pack.folder() + "/")) {
        throw refused(pack, start.entry().name() + " is started, and lies in it");
      }
    }
    if (inside.isEmpty()) {
      throw refused(pack, "nothing that goes along lies in " + pack.folder());
    }
    if (taken.contains(to)) {
      throw refused(pack, pack.to() + " is in the application already");
    }
    files.add(place, archive(inside, linksInside, pack, to));
    return layout.having(files, links);
  }

  private static GirdleException refused(ContentPack pack, String why) {
    return GirdleException.request(pack.place() + ": packs: " + why);
  }

  private static LayoutFile archive(
      List<LayoutFile> inside, List<LayoutLink> links, ContentPack pack, String to) {
    try {
      Content archive = InnerArchive.of(inside, links, Placement.Kind.ZIP);
      String reason = "what goes along of " + pack.folder() + ", since the plan makes a pack of it";
      Packing packing = pack.isStored() ? Packing.STORED : Packing.AS_IT_IS;
      return new LayoutFile(to, archive, false, packing, "", reason).packing(inside);
    } catch (IOException e) {
      throw new GirdleException(
          Fault.MACHINE, e, "cannot pack " + pack.folder() + ": " + e.getMessage());
    }
  }
}
