package dev.girdle.plan.file;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.plan.Plan;
import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds and reads plans. */
public final class PlanFile {
  /** What a plan is called in a folder. */
  public static final String NAME = "girdle.yaml";

  private static final long LARGEST = 1 << 20;

  private PlanFile() {}

  /**
   * The plan that a user means by a path.
   *
   * @param path a file or folder
   * @return the path itself if it is named like a plan, or the {@value #NAME} in the folder; empty
   *     if it is something else
   */
  public static Optional<Path> at(Path path) {
    String name = path.getFileName() == null ? "" : path.getFileName().toString();
    if (Files.isRegularFile(path)) {
      return name.endsWith(".yaml") || name.endsWith(".yml") ? Optional.of(path) : Optional.empty();
    }
    Path inside = path.resolve(NAME);
    return Files.isRegularFile(inside) ? Optional.of(inside.normalize()) : Optional.empty();
  }

  /**
   * Reads and checks a plan.
   *
   * @param file the plan
   * @param environment what it may refer to
   * @return the plan; its paths are relative to where the program runs, as {@code file} is
   * @throws GirdleException if something is wrong with it; all of it is told at once, each with its
   *     line and column
   */
  public static Plan read(Path file, Map<String, String> environment) {
    YamlText text = YamlText.parse(text(file), new Variables(environment));
    List<Problem> problems = new ArrayList<>(text.problems());
    // what is unset makes values that do not fit, which is only one mistake
    List<Problem> ofSchema = problems.isEmpty() ? new PlanSchema().problems(text) : List.of();
    problems.addAll(ofSchema);
    if (problems.isEmpty()) {
      PlanReader reader = new PlanReader(file, text);
      Plan plan = reader.read();
      problems.addAll(reader.problems());
      if (problems.isEmpty()) {
        return plan;
      }
    }
    throw wrong(file, problems);
  }

  private static GirdleException wrong(Path file, List<Problem> problems) {
    List<String> lines = new ArrayList<>();
    List<Problem> sorted = problems.stream().distinct().sorted().toList();
    lines.add(
        file
            + ": "
            + (sorted.size() == 1 ? "one thing is" : sorted.size() + " things are")
            + " wrong with this plan");
    sorted.stream().map(p -> "  " + p.in(file.toString())).forEach(lines::add);
    lines.add("  Nothing was done. What a plan can say: docs/schema/plan.schema.json;");
    lines.add("  girdle draft APP writes one that is right.");
    return new GirdleException(Fault.REQUEST, lines);
  }

  private static String text(Path file) {
    try {
      if (Files.size(file) > LARGEST) {
        throw GirdleException.request(file + " is larger than any plan: more than 1 MB");
      }
      return Files.readString(file);
    } catch (MalformedInputException e) {
      throw GirdleException.request(file + " is not a text in UTF-8");
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot read " + file + ": " + e.getMessage());
    }
  }

  /** The texts of a list, or a single one. */
  static List<String> texts(JsonNode node) {
    List<String> texts = new ArrayList<>();
    if (node.isArray()) {
      node.forEach(e -> texts.add(e.asText()));
    } else if (node.isValueNode() && !node.isNull()) {
      texts.add(node.asText());
    }
    return texts;
  }
}
