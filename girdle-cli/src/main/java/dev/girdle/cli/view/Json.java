package dev.girdle.cli.view;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** JSON documents, as maps whose entries keep their order. */
public final class Json {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  private Json() {}

  /**
   * Makes an object.
   *
   * @param entries names and values in turn; an empty {@link Optional} is left out, a filled one
   *     counts as its value
   * @return the object
   */
  public static Map<String, Object> object(Object... entries) {
    Map<String, Object> object = new LinkedHashMap<>();
    for (int i = 0; i < entries.length; i += 2) {
      Object value = entries[i + 1] instanceof Optional<?> o ? o.orElse(null) : entries[i + 1];
      if (value != null) {
        object.put((String) entries[i], value);
      }
    }
    return object;
  }

  /**
   * Prints a document.
   *
   * @param console where to
   * @param document maps, lists, records, texts, numbers
   */
  public static void print(Console console, Object document) {
    DefaultIndenter indenter = new DefaultIndenter("  ", "\n");
    DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
    printer.indentObjectsWith(indenter);
    printer.indentArraysWith(indenter);
    try {
      console.line(MAPPER.writer(printer).writeValueAsString(document));
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }
}
