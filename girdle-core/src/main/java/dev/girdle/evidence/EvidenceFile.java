package dev.girdle.evidence;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Evidence as a file: an object of JSON on each line ({@code docs/evidence.md}); or, written by
 * hand, the name of a class on each line. Empty lines and lines that start with # mean nothing.
 */
public final class EvidenceFile {
  /** What a name that stands by itself is, whatever the language calls its units of code. */
  private static final EvidenceKind BY_NAME = EvidenceKind.code("class", "classes");

  /** Made when it is first asked for, which takes long, and of which most runs do without. */
  private static final class Json {
    private static final ObjectMapper MAPPER = new ObjectMapper();
  }

  private EvidenceFile() {}

  /**
   * Reads several files of evidence as one.
   *
   * @param files existing files
   * @return all that they tell
   * @throws GirdleException if one cannot be read, or a line is none; all such lines are told
   */
  public static Evidence read(List<Path> files) {
    Set<Seen> seen = new TreeSet<>();
    List<String> problems = new ArrayList<>();
    for (Path file : files) {
      read(file, seen, problems);
    }
    if (!problems.isEmpty()) {
      throw new GirdleException(Fault.REQUEST, problems);
    }
    return new Evidence(seen);
  }

  private static void read(Path file, Set<Seen> seen, List<String> problems) {
    try (BufferedReader in = Files.newBufferedReader(file)) {
      int number = 0;
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        number++;
        String text = line.strip();
        if (text.isEmpty() || text.startsWith("#")) {
          continue;
        }
        Optional<Seen> one = text.startsWith("{") ? object(text) : className(text);
        if (one.isPresent()) {
          seen.add(one.get());
        } else {
          problems.add(
              file
                  + ":"
                  + number
                  + ": neither the name of a class nor a line of evidence: "
                  + text.substring(0, Math.min(text.length(), 60)));
        }
      }
    } catch (IOException e) {
      problems.add("cannot read the evidence in " + file + ": " + reason(e));
    }
  }

  private static String reason(IOException e) {
    return e instanceof java.nio.file.NoSuchFileException ? "no such file" : e.getMessage();
  }

  private static Optional<Seen> className(String text) {
    String name = text.replace('/', '.');
    return name.matches("[\\p{L}_$][\\p{L}\\p{N}_$.-]*")
        ? Optional.of(new Seen(BY_NAME, name, ""))
        : Optional.empty();
  }

  private static Optional<Seen> object(String text) {
    try {
      JsonNode node = Json.MAPPER.readTree(text);
      String kind = node.path("saw").asText();
      String name = node.path("name").asText();
      return EvidenceKind.of(kind)
          .filter(k -> !name.isEmpty())
          .map(k -> new Seen(k, name, node.path("from").asText()));
    } catch (JsonProcessingException e) {
      return Optional.empty();
    }
  }

  /**
   * Adds evidence to a file; what stands there already is kept.
   *
   * @param file a file that may not exist yet
   * @param more what was seen
   * @throws GirdleException if it cannot be read or written, or a line of it is none
   */
  public static void add(Path file, Evidence more) {
    Evidence before = Files.exists(file) ? read(List.of(file)) : Evidence.NONE;
    try {
      Files.writeString(file, text(Evidence.of(List.of(before, more))));
    } catch (IOException e) {
      throw new GirdleException(Fault.MACHINE, e, "cannot write " + file + ": " + e.getMessage());
    }
  }

  /**
   * Evidence as a file, one line for each thing, in a fixed order.
   *
   * @param evidence what was seen
   * @return the text of a file, sorted, so that the same evidence is the same file
   */
  public static String text(Evidence evidence) {
    StringBuilder text = new StringBuilder();
    for (Seen one : evidence.seen()) {
      ObjectNode node = Json.MAPPER.createObjectNode().put("saw", one.kind().id());
      node.put("name", one.name());
      if (!one.from().isEmpty()) {
        node.put("from", one.from());
      }
      text.append(node).append('\n');
    }
    return text.toString();
  }
}
