package dev.girdle.plan.file;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.plan.ImageRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads what a plan says of images. Its shape has been checked against the schema before. */
final class ImageReader {
  private final JsonNode image;
  private final Path base;

  ImageReader(JsonNode image, Path base) {
    this.image = image;
    this.base = base;
  }

  ImageRequest read() {
    if (image.isMissingNode()) {
      return ImageRequest.USUAL;
    }
    return new ImageRequest(
        text("base").map(this::image),
        roots(),
        texts(image.path("system")),
        text("user"),
        text("folder"),
        map("environment"),
        texts(image.path("ports")).stream().map(p -> p.contains("/") ? p : p + "/tcp").toList(),
        texts(image.path("volumes")),
        map("labels"),
        text("stop-signal"),
        health(),
        layers());
  }

  private Optional<String> text(String word) {
    JsonNode node = image.path(word);
    return node.isValueNode() ? Optional.of(node.asText()) : Optional.empty();
  }

  private static List<String> texts(JsonNode node) {
    if (node.isValueNode()) {
      return List.of(node.asText());
    }
    List<String> texts = new ArrayList<>();
    node.forEach(n -> texts.add(n.asText()));
    return texts;
  }

  private Map<String, String> map(String word) {
    Map<String, String> map = new LinkedHashMap<>();
    image.path(word).properties().forEach(e -> map.put(e.getKey(), e.getValue().asText()));
    return map;
  }

  /** A path is relative to the plan; the name of an image in a depot is not. */
  private String image(String text) {
    Path path = Patterns.resolve(base, text);
    return text.startsWith(".") || Files.exists(path) ? path.toString() : text;
  }

  private Map<String, Path> roots() {
    Map<String, Path> roots = new HashMap<>();
    text("root").ifPresent(r -> roots.put("", Patterns.resolve(base, r)));
    image
        .path("root")
        .properties()
        .forEach(e -> roots.put(e.getKey(), Patterns.resolve(base, e.getValue().asText())));
    return roots;
  }

  private Optional<ImageRequest.Health> health() {
    JsonNode node = image.path("health");
    return node.isMissingNode()
        ? Optional.empty()
        : Optional.of(
            new ImageRequest.Health(
                texts(node.path("command")),
                node.path("every").asInt(0),
                node.path("within").asInt(0),
                node.path("retries").asInt(0)));
  }

  private Map<String, List<String>> layers() {
    Map<String, List<String>> layers = new LinkedHashMap<>();
    image.path("layers").properties().forEach(e -> layers.put(e.getKey(), texts(e.getValue())));
    return layers;
  }
}
