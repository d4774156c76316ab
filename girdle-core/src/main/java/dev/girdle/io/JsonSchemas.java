package dev.girdle.io;

import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.path.PathType;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Objects;

/** The schemas that are packed into the program (JSON Schema, draft 2020-12). */
public final class JsonSchemas {
  private JsonSchemas() {}

  /**
   * Reads a schema.
   *
   * @param owner the class in whose package it lies
   * @param name its file name
   * @return checks documents; places in them are JSON pointers (RFC 6901), whatever the locale
   */
  public static Schema of(Class<?> owner, String name) {
    SchemaRegistryConfig config =
        SchemaRegistryConfig.builder().pathType(PathType.JSON_POINTER).locale(Locale.ROOT).build();
    try (InputStream in = owner.getResourceAsStream(name)) {
      return SchemaRegistry.withDefaultDialect(
              SpecificationVersion.DRAFT_2020_12, builder -> builder.schemaRegistryConfig(config))
          .getSchema(Objects.requireNonNull(in, name));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
