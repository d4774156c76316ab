package dev.girdle.plan.file;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.io.Paths;
import dev.girdle.plan.ContentPack;
import dev.girdle.plan.Contents;
import dev.girdle.plan.NamePattern;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads what a plan says of single files of the application. */
final class ContentsReader {
  private static final String PACKS = "/contents/packs";

  private final Path file;
  private final YamlText text;
  private final List<Problem> problems;

  /**
   * Prepares to read.
   *
   * @param file the plan
   * @param text its content
   * @param problems gets what is wrong
   */
  ContentsReader(Path file, YamlText text, List<Problem> problems) {
    this.file = file;
    this.text = text;
    this.problems = problems;
  }

  Contents read() {
    Map<String, List<NamePattern>> only = new LinkedHashMap<>();
    text.root()
        .at("/contents/only")
        .properties()
        .forEach(e -> only.put(e.getKey(), patterns(file, text, "/contents/only/" + e.getKey())));
    return new Contents(
        patterns(file, text, "/contents/start"),
        patterns(file, text, "/contents/order"),
        only,
        packs(),
        patterns(file, text, "/contents/untouched"),
        text.root().at("/contents/sources").asText().equals("leave-out"));
  }

  private List<ContentPack> packs() {
    List<ContentPack> packs = new ArrayList<>();
    JsonNode all = text.root().at(PACKS);
    for (int i = 0; i < all.size(); i++) {
      String folder = all.get(i).path("folder").asText().replaceAll("/+$", "");
      String to = all.get(i).path("to").asText(folder + ".zip");
      check(folder, PACKS + "/" + i + "/folder");
      check(to, PACKS + "/" + i + (all.get(i).has("to") ? "/to" : "/folder"));
      for (ContentPack other : packs) {
        boolean isInside =
            (other.folder() + "/").startsWith(folder + "/")
                || (folder + "/").startsWith(other.folder() + "/");
        if (isInside || other.to().equals(to)) {
          problems.add(
              new Problem(
                  text.at(PACKS + "/" + i),
                  isInside
                      ? folder
                          + " and "
                          + other.folder()
                          + " lie in each other, so that a file"
                          + " would go into two packs"
                      : "two packs would be " + to));
        }
      }
      boolean isStored = !all.get(i).path("compressed").asBoolean(true);
      packs.add(new ContentPack(folder, to, isStored, text.place(file, PACKS + "/" + i)));
    }
    return packs;
  }

  private void check(String path, String pointer) {
    String leadsOut = Paths.leadsOut(path);
    if (leadsOut != null) {
      problems.add(new Problem(text.at(pointer), path + " " + leadsOut));
    }
  }

  /** A list of patterns, each perhaps with a note. */
  static List<NamePattern> patterns(Path file, YamlText text, String pointer) {
    List<NamePattern> patterns = new ArrayList<>();
    for (JsonNode node : text.root().at(pointer)) {
      String place = text.place(file, pointer + "/" + patterns.size());
      patterns.add(
          NamePattern.of(node.isObject() ? node.path("what").asText() : node.asText())
              .inPlan(node.path("note").asText(), place));
    }
    return patterns;
  }
}
