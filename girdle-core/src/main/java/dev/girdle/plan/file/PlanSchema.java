package dev.girdle.plan.file;

import com.fasterxml.jackson.databind.JsonNode;
import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import dev.girdle.app.Nearest;
import dev.girdle.io.JsonSchemas;
import dev.girdle.io.Paths;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.stream.StreamSupport;

/** Checks plans against {@code docs/schema/plan.schema.json}, and says in words what is wrong. */
final class PlanSchema {
  private final Schema schema;

  PlanSchema() {
    schema = JsonSchemas.of(PlanSchema.class, "plan.schema.json");
  }

  List<Problem> problems(YamlText text) {
    List<Problem> problems = new ArrayList<>();
    for (Error message : schema.validate(text.root())) {
      String pointer = message.getInstanceLocation().toString();
      problems.add(
          switch (message.getKeyword()) {
            case "additionalProperties" ->
                new Problem(
                    text.atKey(pointer + "/" + message.getProperty()),
                    unknown(pointer, message.getProperty(), message));
            case "required" ->
                new Problem(
                    text.atKey(pointer),
                    named(pointer) + "needs the word " + message.getProperty());
            case "propertyNames" ->
                new Problem(
                    text.atKey(pointer + "/" + message.getProperty()),
                    named(pointer) + "the name " + message.getProperty() + " does not fit there");
            default ->
                new Problem(
                    text.at(pointer), named(pointer) + wrong(message, text.root().at(pointer)));
          });
    }
    addUnprintable("", text.root(), text, problems);
    return problems;
  }

  /** Characters that no name, path or word has, wherever they stand. */
  private static void addUnprintable(
      String pointer, JsonNode node, YamlText text, List<Problem> to) {
    if (node.isTextual() && node.asText().chars().anyMatch(PlanSchema::isUnprintable)) {
      to.add(
          new Problem(
              text.at(pointer), named(pointer) + "has a character that no text should have"));
    }
    if (node.isObject()) {
      node.properties()
          .forEach(
              e -> addUnprintable(pointer + "/" + escaped(e.getKey()), e.getValue(), text, to));
    }
    for (int i = 0; node.isArray() && i < node.size(); i++) {
      addUnprintable(pointer + "/" + i, node.get(i), text, to);
    }
  }

  private static boolean isUnprintable(int c) {
    return Character.isISOControl(c) && c != '\n' && c != '\t' && c != '\r';
  }

  /** A name in a JSON pointer (RFC 6901, section 3). */
  private static String escaped(String name) {
    return name.replace("~", "~0").replace("/", "~1");
  }

  private String unknown(String pointer, String word, Error message) {
    JsonNode known = ownerIn(message).path("properties");
    List<String> words = new ArrayList<>();
    known.fieldNames().forEachRemaining(words::add);
    List<String> elsewhere = new ArrayList<>();
    collectPlaces(schema.getSchemaNode(), "", word, elsewhere);
    return elsewhere.isEmpty()
        ? named(pointer) + "there is no word " + word + nearest(word, words)
        : named(pointer)
            + "there is no word "
            + word
            + " here; it belongs under "
            + String.join(" or ", elsewhere.stream().distinct().toList());
  }

  /** Where in a plan a word may stand, other than at its top. */
  private static void collectPlaces(JsonNode part, String at, String word, List<String> places) {
    JsonNode words = part.path("properties");
    if (words.has(word) && !at.isEmpty()) {
      places.add(at);
    }
    words
        .properties()
        .forEach(
            e -> {
              String inside = at.isEmpty() ? e.getKey() : at + "." + e.getKey();
              collectPlaces(e.getValue(), inside, word, places);
              collectPlaces(e.getValue().path("items"), inside, word, places);
              for (JsonNode one : e.getValue().path("oneOf")) {
                collectPlaces(one, inside, word, places);
                collectPlaces(one.path("items"), inside, word, places);
              }
            });
  }

  private static String nearest(String word, List<String> words) {
    List<String> near = Nearest.to(word, words, 2);
    return near.isEmpty()
        ? "; there are " + String.join(", ", words)
        : "; did you mean " + String.join(" or ", near) + "?";
  }

  private String wrong(Error message, JsonNode value) {
    String shown = shown(value);
    return switch (message.getKeyword()) {
      case "enum" -> {
        List<String> words =
            StreamSupport.stream(message.getSchemaNode().spliterator(), false)
                .map(JsonNode::asText)
                .toList();
        yield shown + " is none of the words that fit" + nearest(value.asText(), words);
      }
      case "const" -> shown + " is not a version of plans that this Girdle knows; it knows 1";
      case "type" -> "has to be " + types(message.getSchemaNode()) + ", and is " + kind(value);
      case "pattern" -> shown + " does not fit. " + description(message);
      case "minLength", "minItems", "minProperties" -> "is empty";
      case "minimum", "maximum" -> {
        JsonNode range = ownerIn(message);
        yield shown
            + " is out of range: from "
            + range.path("minimum").asText()
            + " to "
            + range.path("maximum").asText();
      }
      case "uniqueItems" -> "names something twice";
      default -> message.getMessage();
    };
  }

  /** What the schema says about a value whose form is wrong. */
  private String description(Error message) {
    return ownerIn(message).path("description").asText(message.getMessage());
  }

  /** The part of the schema that a failed keyword stands in. */
  private JsonNode ownerIn(Error message) {
    String place = message.getSchemaLocation().getFragment().toString();
    return schema.getSchemaNode().at(place.substring(0, place.lastIndexOf('/')));
  }

  private static String shown(JsonNode value) {
    String text = value.isValueNode() ? value.asText() : kind(value);
    text = Paths.printable(text);
    return text.length() > 60 ? text.substring(0, 60) + "…" : text;
  }

  private static String named(String pointer) {
    return pointer.isEmpty()
        ? ""
        : pointer.substring(1).replaceAll("/(\\d+)(?=/|$)", "[$1]").replace('/', '.') + ": ";
  }

  private static String types(JsonNode types) {
    List<JsonNode> all = new ArrayList<>();
    if (types.isArray()) {
      types.forEach(all::add);
    } else {
      all = Collections.singletonList(types);
    }
    return String.join(" or ", all.stream().map(t -> kind(t.asText())).toList());
  }

  private static String kind(String type) {
    return switch (type) {
      case "object" -> "a group of words";
      case "array" -> "a list";
      case "string" -> "a text";
      case "boolean" -> "true or false";
      case "integer" -> "a whole number";
      default -> "a " + type;
    };
  }

  private static String kind(JsonNode value) {
    if (value.isNull() || value.isMissingNode()) {
      return "nothing";
    }
    return value.isBoolean()
        ? value.asText()
        : kind(value.getNodeType().name().toLowerCase(Locale.ROOT));
  }
}
