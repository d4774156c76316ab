package dev.girdle.identity;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.io.Content;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.WindowsStart;
import dev.girdle.plan.AppMetadata;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How the folder of an application shows itself on the systems that it is for. */
public final class Appearance {
  /** Larger ones stay as they are: they would have to be held in memory. */
  private static final int LARGEST_PROGRAM = 64 << 20;

  private static final int SHOWN_BY_SYSTEMS = 256;

  private final Identity identity;
  private final AppMetadata metadata;
  private final List<LaunchSpec> starts;
  private final Optional<Target> target;
  private final Optional<Icon> icon;
  private final Bundle bundle;

  /**
   * Reads the icon.
   *
   * @param identity name and release
   * @param metadata what the plan says besides
   * @param starts the ways to start it, the main one first
   * @param target where it is to run; empty for everywhere
   * @throws dev.girdle.fault.GirdleException if the icon cannot be used
   */
  public Appearance(
      Identity identity, AppMetadata metadata, List<LaunchSpec> starts, Optional<Target> target) {
    this.identity = identity;
    this.metadata = metadata;
    this.starts = List.copyOf(starts);
    this.target = target;
    this.icon = Icon.of(metadata.icons());
    this.bundle = new Bundle(identity, metadata, starts.get(0).label());
  }

  /**
   * Where the program goes in the folder.
   *
   * @return a folder with a slash at the end; empty for the top
   */
  public String programFolder() {
    return isBundle() ? bundle.folder() + "Contents/Resources/" : "";
  }

  /**
   * What receivers are told about how it shows itself.
   *
   * @return paragraphs with a heading, each ending with a line end
   */
  public List<String> receiverNotes() {
    List<String> notes = new ArrayList<>();
    if (isBundle()) {
      notes.add(
          """
          In the Finder
            %s can be opened with a double click, and moved anywhere as a whole.
          """
              .formatted(bundle.folder().replace("/", "")));
    }
    if (hasMenuEntry()) {
      notes.add(
          """
          In the menu of a Linux desktop
            Once, in this folder; again after it was moved:
            sed "s|%s|$PWD|" share/applications/%s.desktop \\
              > "${XDG_DATA_HOME:-$HOME/.local/share}/applications/%s.desktop"
          """
              .formatted(MenuEntry.FOLDER, id(), id()));
    }
    if (isFor("windows")) {
      notes.add(
          """
          On the desktop or in the start menu of Windows
            Right-click %s.exe and make a shortcut. Move the shortcut, not the program.
          """
              .formatted(starts.get(0).label()));
    }
    return notes;
  }

  /**
   * Adds what the systems want to see.
   *
   * @param layout the folder of the program
   * @return the same with icons, menu entry or bundle, and with notices about what is missing
   */
  public Layout dress(Layout layout) {
    List<LayoutFile> files = new ArrayList<>();
    Layout dressed = layout;
    if (isBundle()) {
      addBundle(files);
      dressed = layout.starting(layout.starting().typed("\"%s/" + bundle.starterPath() + "\""));
    }
    if (hasMenuEntry()) {
      addMenuEntry(files);
    }
    WindowsPrograms programs = new WindowsPrograms(identity, metadata, icon);
    for (WindowsStart start : layout.starting().programs()) {
      files.add(
          LayoutFile.made(start.label() + ".exe", programs.starter(start), "starts it on Windows")
              .asExecutable());
    }
    return dressed.replacing(ownPrograms(dressed, programs)).plus(files).noticing(notices());
  }

  /** Programs of the application's own for Windows, if the plan says how they look. */
  private Map<String, Content> ownPrograms(Layout layout, WindowsPrograms programs) {
    Map<String, Content> all = new HashMap<>();
    if (icon.isEmpty() && identity.release().isEmpty() && metadata.title().isEmpty()) {
      return all;
    }
    for (WindowsStart start : layout.starting().programs()) {
      for (LayoutFile file : layout.files()) {
        if (start.shown().equals(Optional.of(file.path()))
            && file.content().size() <= LARGEST_PROGRAM) {
          bytes(file)
              .flatMap(b -> programs.dressed(b, start))
              .ifPresent(b -> all.put(file.path(), Content.of(b)));
        }
      }
    }
    return all;
  }

  private static Optional<byte[]> bytes(LayoutFile file) {
    try {
      return Optional.of(file.content().bytes(LARGEST_PROGRAM));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void addBundle(List<LayoutFile> files) {
    String contents = bundle.folder() + "Contents/";
    files.add(
        LayoutFile.made(
            contents + "Info.plist",
            bundle.propertyList(icon.isPresent()),
            "tells macOS what the bundle is"));
    files.add(
        LayoutFile.made(bundle.starterPath(), bundle.starter(), "starts it on macOS")
            .asExecutable());
    icon.ifPresent(
        i ->
            files.add(LayoutFile.made(bundle.iconPath(), IconFiles.icns(i), "the icon for macOS")));
  }

  private void addMenuEntry(List<LayoutFile> files) {
    String shown = "";
    if (icon.isPresent()) {
      for (int size : icon.get().sizes(16, 32, 48, 64, 128, 256)) {
        shown = "share/icons/hicolor/" + size + "x" + size + "/apps/" + id() + ".png";
        files.add(LayoutFile.made(shown, icon.get().png(size), "the icon for Linux desktops"));
      }
    }
    LaunchSpec main = starts.get(0);
    MenuEntry entry =
        new MenuEntry(
            metadata.title().orElse(identity.name()),
            metadata.description().orElse(""),
            "bin/" + main.label(),
            shown,
            main.opensWindow());
    files.add(
        LayoutFile.made(
            "share/applications/" + id() + ".desktop",
            entry.text().getBytes(StandardCharsets.UTF_8),
            "the entry for the menu of Linux desktops"));
  }

  private List<String> notices() {
    List<String> notices = new ArrayList<>();
    boolean isSeen = isBundle() || starts.stream().anyMatch(LaunchSpec::opensWindow);
    if (icon.isEmpty() && isSeen) {
      notices.add("no icon is given, so systems show one of their own");
    }
    icon.filter(i -> i.largest() < SHOWN_BY_SYSTEMS)
        .ifPresent(
            i ->
                notices.add(
                    "the icon is "
                        + i.largest()
                        + " pixels wide; systems show up to "
                        + SHOWN_BY_SYSTEMS));
    if (isBundle() && metadata.identifier().isEmpty()) {
      notices.add(
          "no identifier is given (org.ternhaven.tidebook); macOS tells applications apart by it");
    }
    return notices;
  }

  private boolean isBundle() {
    return target.isPresent() && target.get().system().equals("macos");
  }

  private boolean hasMenuEntry() {
    return isFor("linux")
        && (icon.isPresent() || starts.stream().anyMatch(LaunchSpec::opensWindow));
  }

  private boolean isFor(String system) {
    return target.isEmpty() || target.get().system().equals(system);
  }

  private String id() {
    return metadata.identifier().orElse(identity.name());
  }
}
