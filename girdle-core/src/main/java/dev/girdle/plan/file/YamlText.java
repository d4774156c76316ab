package dev.girdle.plan.file;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.StringReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;
import org.yaml.snakeyaml.nodes.Tag;

/**
 * A YAML text as a tree, in which every node knows its place (YAML 1.2).
 *
 * <p>Plain scalars are texts, but for {@code true}, {@code false} and whole numbers without a zero
 * in front: so the release {@code 1.10} stays what it is, and {@code no} is a word.
 */
final class YamlText {
  private static final Pattern WHOLE = Pattern.compile("0|[1-9][0-9]{0,8}");
  private static final int MOST_NODES = 20_000;
  private static final int DEEPEST = 20;

  private final Variables variables;
  private final Map<String, Mark> values = new HashMap<>();
  private final Map<String, Mark> keys = new HashMap<>();
  private final List<Problem> problems = new ArrayList<>();
  private JsonNode root = JsonNodeFactory.instance.objectNode();
  private int nodes;

  private YamlText(Variables variables) {
    this.variables = variables;
  }

  static YamlText parse(String text, Variables variables) {
    YamlText parsed = new YamlText(variables);
    LoaderOptions options = new LoaderOptions();
    options.setMaxAliasesForCollections(MOST_NODES); // what they stand for is counted below
    try {
      Node node = new Yaml(options).compose(new StringReader(text));
      if (node != null) {
        parsed.root = parsed.tree(node, "", 0);
      }
    } catch (MarkedYAMLException e) {
      Mark at = e.getProblemMark() == null ? Mark.START : mark(e.getProblemMark());
      String context = e.getContext() == null ? "" : e.getContext() + ": ";
      parsed.problems.add(new Problem(at, "is not YAML: " + context + e.getProblem()));
    } catch (YAMLException e) {
      parsed.problems.add(new Problem(Mark.START, "is not YAML: " + e.getMessage()));
    }
    return parsed;
  }

  JsonNode root() {
    return root;
  }

  List<Problem> problems() {
    return problems;
  }

  /** The place of a value by its JSON pointer (RFC 6901), or of the nearest that holds it. */
  Mark at(String pointer) {
    return find(values, pointer);
  }

  /** How people find a value: {@code girdle.yaml:12:7}. */
  String place(Path file, String pointer) {
    Mark at = at(pointer);
    return file + ":" + at.line() + ":" + at.column();
  }

  /** The place of the key of a value. */
  Mark atKey(String pointer) {
    Mark key = keys.get(pointer);
    return key == null ? at(pointer) : key;
  }

  private static Mark find(Map<String, Mark> marks, String pointer) {
    for (String p = pointer; ; p = p.substring(0, p.lastIndexOf('/'))) {
      Mark mark = marks.get(p);
      if (mark != null || p.isEmpty()) {
        return mark == null ? Mark.START : mark;
      }
    }
  }

  private static Mark mark(org.yaml.snakeyaml.error.Mark mark) {
    return new Mark(mark.getLine() + 1, mark.getColumn() + 1);
  }

  private JsonNode tree(Node node, String pointer, int depth) {
    Mark at = mark(node.getStartMark());
    values.put(pointer, at);
    // a node can stand for several places, so their number is not bound by the text's length
    if (++nodes > MOST_NODES || depth > DEEPEST) {
      if (nodes == MOST_NODES + 1 || depth > DEEPEST) {
        problems.add(new Problem(at, "has more in it, or deeper, than a plan can have"));
      }
      return JsonNodeFactory.instance.nullNode();
    }
    if (node instanceof MappingNode mapping) {
      return object(mapping, pointer, depth);
    }
    if (node instanceof SequenceNode sequence) {
      ArrayNode array = JsonNodeFactory.instance.arrayNode();
      for (Node element : sequence.getValue()) {
        array.add(tree(element, pointer + "/" + array.size(), depth + 1));
      }
      return array;
    }
    return scalar((ScalarNode) node, at);
  }

  private ObjectNode object(MappingNode mapping, String pointer, int depth) {
    ObjectNode object = JsonNodeFactory.instance.objectNode();
    for (NodeTuple tuple : mapping.getValue()) {
      Mark at = mark(tuple.getKeyNode().getStartMark());
      if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
        problems.add(new Problem(at, "a name has to be a plain text"));
        continue;
      }
      String child = pointer + "/" + key.getValue().replace("~", "~0").replace("/", "~1");
      if (object.has(key.getValue())) {
        problems.add(
            new Problem(
                at, key.getValue() + " is there twice; first in line " + keys.get(child).line()));
        continue;
      }
      keys.put(child, at);
      object.set(key.getValue(), tree(tuple.getValueNode(), child, depth + 1));
    }
    return object;
  }

  private JsonNode scalar(ScalarNode scalar, Mark at) {
    JsonNodeFactory factory = JsonNodeFactory.instance;
    String text = variables.putIn(scalar.getValue(), p -> problems.add(new Problem(at, p)));
    if (!scalar.isPlain()) {
      return factory.textNode(text);
    }
    if (scalar.getTag().equals(Tag.NULL) && text.equals(scalar.getValue())) {
      return factory.nullNode();
    }
    if (text.equals("true") || text.equals("false")) {
      return factory.booleanNode(text.equals("true"));
    }
    return WHOLE.matcher(text).matches()
        ? factory.numberNode(Integer.parseInt(text))
        : factory.textNode(text);
  }
}
