package dev.girdle.java.format;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import dev.girdle.app.Item;
import dev.girdle.closure.Thing;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/**
 * Reads the hints that libraries ship for builds that know all classes beforehand: the JSON files
 * under {@code META-INF/native-image}, in the form of one file for all ("reachability metadata")
 * and in the older one of a file for each purpose.
 */
public final class HintFiles {
  static final String FOLDER = "META-INF/native-image/";
  private static final int LARGEST = 16 << 20;
  private static final int LONGEST_PATTERN = 300;
  private static final JsonMapper JSON = new JsonMapper();

  /**
   * One hint.
   *
   * @param thing what kind of thing it names
   * @param name its name; of a file, the path
   * @param condition the class that has to be reached first; empty for none
   */
  public record Hint(Thing thing, String name, String condition) {}

  private final Item file;
  private final List<Hint> hints = new ArrayList<>();

  private HintFiles(Item file) {
    this.file = file;
  }

  /**
   * Whether a file is read here.
   *
   * @param path its path in its component
   * @return true for the JSON files of that folder
   */
  public static boolean isOne(String path) {
    return path.startsWith(FOLDER) && path.endsWith(".json");
  }

  /** All hints of a file; none if it cannot be read. */
  public static List<Hint> read(Item file) throws IOException {
    HintFiles reader = new HintFiles(file);
    try {
      JsonNode top = JSON.readTree(file.content().bytes(LARGEST));
      if (file.path().endsWith("/proxy-config.json")) {
        top.forEach(p -> reader.proxy(p.isArray() ? p : p.path("interfaces"), condition(p)));
      } else {
        reader.collect(top);
      }
    } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
      return List.of(); // hints that cannot be read hint at nothing
    }
    return reader.hints;
  }

  private void collect(JsonNode node) {
    if (node.isArray()) {
      node.forEach(this::entry);
      return;
    }
    for (String section : List.of("reflection", "jni", "serialization", "types", "proxies")) {
      node.path(section).forEach(this::entry);
    }
    node.path("lambdaCapturingTypes").forEach(this::entry);
    JsonNode resources = node.path("resources");
    (resources.isArray() ? resources : resources.path("includes")).forEach(this::resource);
    resources.path("globs").forEach(this::resource);
    node.path("bundles").forEach(this::bundle);
  }

  private void entry(JsonNode entry) {
    JsonNode type = entry.path("type");
    if (type.path("proxy").isArray()) {
      proxy(type.path("proxy"), condition(entry));
    } else if (entry.path("interfaces").isArray()) {
      proxy(entry.path("interfaces"), condition(entry));
    } else {
      add(
          JavaThing.CODE,
          (type.isTextual() ? type : entry.path("name")).asText(),
          condition(entry));
    }
  }

  private void proxy(JsonNode interfaces, String condition) {
    interfaces.forEach(name -> add(JavaThing.CODE, name.asText(), condition));
  }

  private void bundle(JsonNode entry) {
    add(JavaThing.BUNDLE, entry.path("name").asText(), condition(entry));
  }

  private void resource(JsonNode entry) {
    if (entry.has("bundle")) {
      add(JavaThing.BUNDLE, entry.path("bundle").asText(), condition(entry));
      return;
    }
    String regex =
        entry.has("glob") ? regexOf(entry.path("glob").asText()) : entry.path("pattern").asText();
    if (regex.isEmpty() || regex.length() > LONGEST_PATTERN) {
      return;
    }
    try {
      Pattern pattern = Pattern.compile(regex);
      file.component().items().stream()
          .map(Item::path)
          .filter(p -> !p.endsWith(".class") && pattern.matcher(p).matches())
          .forEach(p -> add(Thing.FILE, p, condition(entry)));
    } catch (PatternSyntaxException | StackOverflowError e) {
      return; // what cannot be understood hints at nothing
    }
  }

  private static String regexOf(String glob) {
    StringBuilder regex = new StringBuilder();
    for (int i = 0; i < glob.length(); i++) {
      boolean deep = glob.startsWith("**", i);
      regex.append(
          deep ? ".*" : glob.charAt(i) == '*' ? "[^/]*" : Pattern.quote(glob.substring(i, i + 1)));
      i += deep ? 1 : 0;
    }
    return regex.toString();
  }

  private void add(Thing thing, String name, String condition) {
    String plain = name.replaceAll("(\\[\\])+$", "");
    if (!plain.isEmpty()) {
      hints.add(new Hint(thing, plain, condition));
    }
  }

  private static String condition(JsonNode entry) {
    JsonNode condition = entry.path("condition");
    return condition.path("typeReached").asText(condition.path("typeReachable").asText(""));
  }
}
