package dev.girdle.record;

import com.fasterxml.jackson.databind.JsonNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.PathType;
import com.networknt.schema.SchemaValidatorsConfig;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * Checks records against {@code docs/schema/record.schema.json}. Words that are not known are no
 * fault, since a newer Girdle may have written them.
 */
final class RecordSchema {
  private static final int SHOWN = 3;

  private RecordSchema() {}

  private static final class Read {
    private static final JsonSchema SCHEMA = read();

    private static JsonSchema read() {
      SchemaValidatorsConfig config =
          SchemaValidatorsConfig.builder()
              .pathType(PathType.JSON_POINTER)
              .locale(Locale.ROOT)
              .build();
      try (InputStream in = RecordSchema.class.getResourceAsStream("record.schema.json")) {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Objects.requireNonNull(in), config);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  /**
   * What is wrong with a record, the first few things of it.
   *
   * @param found the document
   * @return places in it, each with what is wrong there; empty if it is well-formed
   */
  static List<String> problems(JsonNode found) {
    return Read.SCHEMA.validate(found).stream()
        .filter(m -> !m.getType().equals("additionalProperties"))
        .map(
            m ->
                m.getType().equals("required")
                    ? m.getInstanceLocation() + "/" + m.getProperty() + " is missing"
                    : m.getInstanceLocation() + " does not fit (" + m.getType() + ")")
        .sorted()
        .limit(SHOWN)
        .toList();
  }
}
