package dev.girdle.java.layout;

import dev.girdle.app.Application;
import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.io.Content;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Starts an application as it was handed over: from a plain class path. */
public final class Unsealed {
  private Unsealed() {}

  /**
   * Makes an application startable as it was handed over.
   *
   * @param application with an entry point
   * @param folder an empty folder for what has to be unpacked
   * @return the words that start it, without its arguments
   * @throws IOException if something cannot be read
   */
  public static List<String> words(Application application, Path folder) throws IOException {
    List<String> classPath = new ArrayList<>();
    for (Component component : application.components()) {
      Path place = folder.resolve(component.name());
      if (component.whole().isPresent()) {
        copy(component.whole().get(), place);
      } else {
        for (Item item : component.items()) {
          copy(item.content(), place.resolve(item.path()));
        }
      }
      classPath.add(place.toString());
    }
    LaunchSpec start = application.starts().get(0);
    List<String> words = new ArrayList<>();
    words.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    words.addAll(start.options());
    words.add(start.isOfModule() ? "-p" : "-cp");
    words.add(String.join(File.pathSeparator, classPath));
    if (start.isOfModule()) {
      words.add("-m");
      words.add(start.entry().module() + "/" + start.entry().name());
    } else {
      words.add(start.entry().name());
    }
    words.addAll(start.arguments());
    return words;
  }

  private static void copy(Content content, Path place) throws IOException {
    Files.createDirectories(place.getParent());
    try (InputStream in = content.open()) {
      Files.copy(in, place);
    }
  }
}
