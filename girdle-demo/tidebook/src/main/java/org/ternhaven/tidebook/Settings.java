package org.ternhaven.tidebook;

import java.io.IOException;
import java.io.InputStream;
import java.util.Properties;
import java.util.zip.Checksum;

/** What can be set without building the program again. */
final class Settings {
  private Settings() {}

  static Properties read(String name) throws IOException {
    try (InputStream in = Settings.class.getResourceAsStream(name)) {
      Properties properties = new Properties();
      properties.load(in);
      return properties;
    }
  }

  /** The checksum is named in a text, so that another one needs no new build. */
  static Checksum checksum() throws IOException {
    String name = read("/tidebook.properties").getProperty("checksum");
    try {
      return (Checksum) Class.forName(name).getConstructor().newInstance();
    } catch (ReflectiveOperationException e) {
      throw new IOException("the checksum " + name + " is not there", e);
    }
  }
}
