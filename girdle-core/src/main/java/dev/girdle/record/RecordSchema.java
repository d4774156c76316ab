package dev.girdle.record;

import com.fasterxml.jackson.databind.JsonNode;
import com.networknt.schema.Schema;
import dev.girdle.io.JsonSchemas;
import java.util.List;

/**
 * Checks records against {@code docs/schema/record.schema.json}. Words that are not known are no
 * fault, since a newer Girdle may have written them.
 */
final class RecordSchema {
  private static final int SHOWN = 3;

  private RecordSchema() {}

  private static final class Read {
    private static final Schema SCHEMA = JsonSchemas.of(RecordSchema.class, "record.schema.json");
  }

  /**
   * What is wrong with a record, the first few things of it.
   *
   * @param found the document
   * @return places in it, each with what is wrong there; empty if it is well-formed
   */
  static List<String> problems(JsonNode found) {
    return Read.SCHEMA.validate(found).stream()
        .filter(m -> !m.getKeyword().equals("additionalProperties"))
        .map(
            m ->
                m.getKeyword().equals("required")
                    ? m.getInstanceLocation() + "/" + m.getProperty() + " is missing"
                    : m.getInstanceLocation() + " does not fit (" + m.getKeyword() + ")")
        .sorted()
        .limit(SHOWN)
        .toList();
  }
}
