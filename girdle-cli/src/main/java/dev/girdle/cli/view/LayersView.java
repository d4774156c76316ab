package dev.girdle.cli.view;

import dev.girdle.app.Target;
import dev.girdle.cli.view.Console.Paint;
import dev.girdle.image.ImageConfig;
import dev.girdle.image.ImageContents;
import dev.girdle.image.Platform;
import dev.girdle.io.Few;
import dev.girdle.io.Sizes;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Shows the layers of images.
 *
 * @param images the images of a layout
 * @param path where it lies, as the user named it
 * @param files whether all that is in each layer is to be listed
 */
public record LayersView(List<ImageContents> images, String path, boolean files) implements View {
  private static final int BAR = 14;
  private static final int SHORT = 12;
  private static final int LONGEST_NAME = 40;
  private static final int FOLDERS_SHOWN = 2;
  private static final int FOLDER_DEPTH = 3;

  @Override
  public void print(Console console) {
    for (ImageContents image : images) {
      console.heading(
          "Image for "
              + target(image.platform())
              + ": "
              + SurveyView.count(image.layers().size(), "layer")
              + ", "
              + Sizes.of(image.packedBytes())
              + " to fetch");
      printRun(console, image);
      printLayers(console, image);
      if (files) {
        printFiles(console, image);
      }
    }
    if (!files) {
      console.gap();
      console.line("All that is in them: girdle inspect " + path + " --layers --files");
    }
  }

  private static void printRun(Console console, ImageContents image) {
    Table facts = new Table("ll");
    facts.row("digest", image.digest());
    ImageConfig.Run run = image.run();
    if (run != null) {
      List<String> words = new ArrayList<>();
      words.addAll(run.entrypoint() == null ? List.of() : run.entrypoint());
      words.addAll(run.arguments() == null ? List.of() : run.arguments());
      row(facts, "starts", words.isEmpty() ? null : String.join(" ", words));
      row(facts, "in", run.folder());
      row(facts, "as", run.user() == null || run.user().isBlank() ? "root" : run.user());
      row(
          facts,
          "listens on",
          run.ports() == null ? null : String.join(", ", run.ports().keySet()));
      row(facts, "keeps", run.volumes() == null ? null : String.join(", ", run.volumes().keySet()));
    }
    facts.print(console, false);
    console.gap();
  }

  private static void row(Table table, String what, String value) {
    if (value != null && !value.isBlank()) {
      table.row(what, value);
    }
  }

  private static void printLayers(Console console, ImageContents image) {
    Table table = new Table("lrlrrll");
    table.row("LAYER", "PACKED", "", "UNPACKED", "FILES", "DIGEST", "HOLDS");
    for (ImageContents.Layer layer : image.layers()) {
      double share =
          image.packedBytes() == 0 ? 0 : (double) layer.packedBytes() / image.packedBytes();
      table.row(
          name(layer),
          Sizes.of(layer.packedBytes()),
          console.bar(share, BAR),
          Sizes.of(layer.bytes()),
          String.valueOf(layer.files()),
          hex(layer.digest()),
          holds(layer));
    }
    table.print(console, true);
  }

  private static String name(ImageContents.Layer layer) {
    String name = layer.name().isEmpty() ? "-" : layer.name().replaceAll("\\s+", " ");
    return name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME - 1) + "…" : name;
  }

  /** As Girdle calls it, where it seals for that. */
  static String target(String platform) {
    String[] words = platform.split("/");
    return words.length < 2
        ? platform
        : new Platform(words[1], words[0], null, null).target().map(Target::text).orElse(platform);
  }

  static String hex(String digest) {
    String hex = digest.substring(digest.indexOf(':') + 1);
    return hex.substring(0, Math.min(SHORT, hex.length()));
  }

  /** The folders in which most of it lies. */
  private static String holds(ImageContents.Layer layer) {
    Map<String, Long> folders = new TreeMap<>();
    for (ImageContents.Entry entry : layer.entries()) {
      String[] parts = entry.path().split("/");
      int depth = Math.min(FOLDER_DEPTH, parts.length - 1);
      if (entry.bytes() > 0 && depth > 0) {
        folders.merge(String.join("/", List.of(parts).subList(0, depth)), entry.bytes(), Long::sum);
      }
    }
    List<String> names =
        folders.entrySet().stream()
            .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
            .map(Map.Entry::getKey)
            .toList();
    return Few.of(names, FOLDERS_SHOWN);
  }

  private static void printFiles(Console console, ImageContents image) {
    for (ImageContents.Layer layer : image.layers()) {
      console.line("  " + console.paint(Paint.STRONG, name(layer)));
      Table table = new Table("rl");
      layer
          .entries()
          .forEach(
              e ->
                  table.row(
                      e.kind().equals("file") ? Sizes.of(e.bytes()) : e.kind().replace('_', ' '),
                      e.path()));
      table.print(console, false);
    }
  }

  @Override
  public void printJson(Console console) {
    Json.print(console, Json.object("images", images.stream().map(this::json).toList()));
  }

  private Map<String, Object> json(ImageContents image) {
    return Json.object(
        "platform", image.platform(),
        "digest", image.digest(),
        "packedBytes", image.packedBytes(),
        "run", image.run(),
        "layers",
            image.layers().stream()
                .map(
                    l ->
                        Json.object(
                            "name", l.name(),
                            "digest", l.digest(),
                            "packedBytes", l.packedBytes(),
                            "bytes", l.bytes(),
                            "entries", l.entries()))
                .toList());
  }
}
