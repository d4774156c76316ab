package dev.girdle.image;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;

/** The documents of images as JSON: the same document, the same bytes. */
final class ImageJson {
  private static final ObjectMapper JSON =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private ImageJson() {}

  static byte[] bytes(Object document) {
    try {
      return JSON.writeValueAsBytes(document);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Reads a document; what it holds beside is passed over. */
  static <T> T read(byte[] bytes, Class<T> type) throws IOException {
    T read = JSON.readValue(bytes, type);
    if (read == null) {
      throw new IOException("nothing stands there");
    }
    return read;
  }
}
