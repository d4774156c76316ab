package dev.girdle.identity;

import dev.girdle.app.Identity;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.pe.PeProgram;
import dev.girdle.binary.pe.Resource;
import dev.girdle.binary.pe.VersionInformation;
import dev.girdle.layout.Orders;
import dev.girdle.layout.WindowsStart;
import dev.girdle.plan.AppMetadata;
import dev.girdle.windows.CompiledStarter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The programs that start an application on Windows, as that system shows them: with icon, release
 * and what they say of themselves. Any machine makes the same bytes.
 */
public final class WindowsPrograms {
  /** The resource that tells where in the file the archive lies. */
  public static final int PAYLOAD = 1;

  /** The resource with the orders of the first entry; those of others follow. */
  public static final int FIRST_ENTRY = 2;

  private static final int ICON = 1;
  private static final int ONLY = 1;

  private final Identity identity;
  private final AppMetadata metadata;
  private final Optional<Icon> icon;

  /**
   * Reads the icon.
   *
   * @param identity name and release
   * @param metadata what the plan says besides
   * @throws dev.girdle.fault.GirdleException if the icon cannot be used
   */
  public WindowsPrograms(Identity identity, AppMetadata metadata) {
    this(identity, metadata, Icon.of(metadata.icons()));
  }

  WindowsPrograms(Identity identity, AppMetadata metadata, Optional<Icon> icon) {
    this.identity = identity;
    this.metadata = metadata;
    this.icon = icon;
  }

  /**
   * A program that starts what lies beside it, or what it holds as an archive.
   *
   * @param start what it starts
   * @return its bytes
   */
  public byte[] starter(WindowsStart start) {
    return program(CompiledStarter.STARTER, start, List.of(entry(FIRST_ENTRY, titled(start))))
        .bytes();
  }

  /**
   * A program of the application's own, with the release of the plan, and with its icon if there is
   * one. What else it has, such as pictures and texts of its windows, it keeps.
   *
   * @param program the program
   * @param start how it is started
   * @return its bytes; empty if it is signed, has no room, or is no program for Windows
   */
  public Optional<byte[]> dressed(byte[] program, WindowsStart start) {
    try {
      PeProgram there = PeProgram.of(program);
      if (there.isSigned()) {
        return Optional.empty();
      }
      List<Resource> resources = new ArrayList<>();
      for (Resource one : there.resources()) {
        boolean isIcon = one.isOf(Resource.ICON) || one.isOf(Resource.ICON_GROUP);
        if (!one.isOf(Resource.VERSION) && !(isIcon && icon.isPresent())) {
          resources.add(one);
        }
      }
      icon.ifPresent(i -> resources.addAll(icons(i)));
      resources.add(Resource.of(Resource.VERSION, ONLY, Resource.ENGLISH, version(start).bytes()));
      return Optional.of(there.with(resources).bytes());
    } catch (DamagedCodeException e) {
      return Optional.empty();
    }
  }

  /**
   * A program that unpacks the archive behind it and starts what it held.
   *
   * @param starts the ways to start it, the main one first
   * @param payload where in the file the archive lies
   * @return a program whose length depends on no number in {@code payload} if these have fixed
   *     lengths
   */
  public PeProgram unpacker(List<WindowsStart> starts, Orders payload) {
    List<Resource> orders = new ArrayList<>();
    orders.add(entry(PAYLOAD, payload));
    String prefix = identity.variablePrefix();
    for (WindowsStart start : starts) {
      Orders all =
          titled(start)
              .and("entry-variable", prefix + "_ENTRY")
              .and("file-variable", prefix + "_FILE")
              .and("unpack-variable", prefix + "_UNPACK_DIR");
      orders.add(entry(FIRST_ENTRY + orders.size() - 1, all));
    }
    return program(CompiledStarter.UNPACKER, starts.get(0), orders);
  }

  /** What is said to people, is said under the title and the release. */
  private Orders titled(WindowsStart start) {
    String release = identity.release().map(r -> " " + r).orElse("");
    return start.orders().and("title", title() + release);
  }

  private static Resource entry(int number, Orders orders) {
    return Resource.of(Resource.DATA, number, 0, orders.bytes());
  }

  private PeProgram program(CompiledStarter compiled, WindowsStart start, List<Resource> orders) {
    List<Resource> resources = new ArrayList<>(orders);
    icon.ifPresent(i -> resources.addAll(icons(i)));
    resources.add(Resource.of(Resource.VERSION, ONLY, Resource.ENGLISH, version(start).bytes()));
    byte[] manifest = manifest(start).getBytes(StandardCharsets.UTF_8);
    resources.add(Resource.of(Resource.MANIFEST, ONLY, Resource.ENGLISH, manifest));
    try {
      return PeProgram.of(compiled.bytes())
          .as(start.opensWindow() ? PeProgram.Kind.WINDOWED : PeProgram.Kind.CONSOLE)
          .with(resources);
    } catch (DamagedCodeException e) {
      throw new IllegalStateException(compiled + " is damaged", e);
    }
  }

  /** One resource for each picture, and one that lists them ("RT_GROUP_ICON": GRPICONDIR). */
  private static List<Resource> icons(Icon icon) {
    List<byte[]> pictures = IconFiles.windowsPictures(icon);
    List<Resource> resources = new ArrayList<>();
    for (byte[] picture : pictures) {
      resources.add(Resource.of(Resource.ICON, resources.size() + 1, 0, picture));
    }
    resources.add(Resource.of(Resource.ICON_GROUP, ICON, 0, IconFiles.iconGroup(icon, pictures)));
    return resources;
  }

  private String title() {
    return metadata.title().orElse(identity.name());
  }

  /** What is shown of a program that runs is its description, so that has to be the title. */
  private VersionInformation version(WindowsStart start) {
    String release = identity.release().orElse("0");
    Map<String, String> texts = new LinkedHashMap<>();
    metadata.description().ifPresent(d -> texts.put("Comments", d));
    metadata.vendor().ifPresent(v -> texts.put("CompanyName", v));
    boolean isOther = !start.label().equals(identity.name()) && metadata.title().isEmpty();
    texts.put("FileDescription", isOther ? start.label() : title());
    texts.put("FileVersion", release);
    texts.put("InternalName", start.label());
    metadata.copyright().ifPresent(c -> texts.put("LegalCopyright", c));
    texts.put("OriginalFilename", start.label() + ".exe");
    texts.put("ProductName", title());
    texts.put("ProductVersion", release);
    return new VersionInformation(release, texts);
  }

  /** How Windows is to run it (Microsoft, "Application manifests"). */
  private String manifest(WindowsStart start) {
    int[] numbers = VersionInformation.numbers(identity.release().orElse("0"));
    String level =
        switch (metadata.rights()) {
          case USER -> "asInvoker";
          case HIGHEST -> "highestAvailable";
          case ADMINISTRATOR -> "requireAdministrator";
        };
    // a virtual machine in the process asks Windows for its code page, and has to get the true one
    boolean hasOwnCodePage = !start.orders().has("main");
    return ManifestText.FORM.formatted(
        xml(metadata.identifier().orElse(identity.name())),
        "%d.%d.%d.%d".formatted(numbers[0], numbers[1], numbers[2], numbers[3]),
        xml(metadata.description().orElse(title())),
        level,
        hasOwnCodePage ? ManifestText.CODE_PAGE : "");
  }

  private static String xml(String text) {
    return text.replaceAll("[^\\x20-\\uffff]", " ")
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace("\"", "&quot;");
  }
}
