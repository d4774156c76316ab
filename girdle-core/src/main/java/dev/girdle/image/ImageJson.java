package dev.girdle.image;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;

/** The documents of images as JSON: the same document, the same bytes. */
public final class ImageJson {
  private static final ObjectMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private ImageJson() {}

  /**
   * A document as it is stored and sent.
   *
   * @param document one of the records of this package
   * @return JSON in UTF-8
   */
  public static byte[] bytes(Object document) {
    try {
      return JSON.writeValueAsBytes(document);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /**
   * Reads a document; what it holds beside is passed over.
   *
   * @param <T> what it is
   * @param bytes JSON
   * @param type the record of this package that it is
   * @return what it says
   * @throws IOException if it is no such document
   */
  public static <T> T read(byte[] bytes, Class<T> type) throws IOException {
    T read = JSON.readValue(bytes, type);
    if (read == null) {
      throw new IOException("nothing stands there");
    }
    return read;
  }
}
