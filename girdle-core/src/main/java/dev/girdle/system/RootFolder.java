package dev.girdle.system;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * The root folder of a system, whose links lead where they would lead if it were {@code /}.
 *
 * @param folder the folder
 */
public record RootFolder(Path folder) {
  private static final int MOST_LINKS = 40;
  private static final int LARGEST_TEXT = 64 << 20;

  /**
   * The file or folder that a path of the system leads to.
   *
   * @param path from the root
   * @return where it lies on this machine, all links followed; empty if there is none
   */
  public Optional<Path> find(String path) {
    Deque<String> rest = new ArrayDeque<>(parts(path));
    Path at = folder;
    int links = 0;
    while (!rest.isEmpty()) {
      String part = rest.pop();
      if (part.equals("..")) {
        at = at.equals(folder) ? folder : at.getParent();
        continue;
      }
      Path next = at.resolve(part);
      if (Files.isSymbolicLink(next)) {
        if (++links > MOST_LINKS) {
          return Optional.empty();
        }
        Optional<String> target = target(next);
        if (target.isEmpty()) {
          return Optional.empty();
        }
        at = target.get().startsWith("/") ? folder : at;
        List<String> parts = parts(target.get());
        for (int i = parts.size() - 1; i >= 0; i--) {
          rest.push(parts.get(i));
        }
      } else {
        at = next;
      }
    }
    return Files.exists(at, LinkOption.NOFOLLOW_LINKS) ? Optional.of(at) : Optional.empty();
  }

  private static Optional<String> target(Path link) {
    try {
      return Optional.of(Files.readSymbolicLink(link).toString());
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static List<String> parts(String path) {
    List<String> parts = new ArrayList<>();
    for (String part : path.split("/")) {
      if (!part.isEmpty() && !part.equals(".")) {
        parts.add(part);
      }
    }
    return parts;
  }

  /**
   * The regular file that a path of the system leads to.
   *
   * @param path from the root
   * @return where it lies on this machine, all links followed; empty if there is none
   */
  public Optional<Path> file(String path) {
    return find(path).filter(Files::isRegularFile);
  }

  /**
   * Where something that was found lies in the system, once all links are followed.
   *
   * @param found a place in the folder
   * @return a path from the root
   */
  public String pathOf(Path found) {
    return "/" + folder.relativize(found).toString();
  }

  /**
   * A text file.
   *
   * @param path from the root
   * @return its text, by UTF-8; empty if there is none that can be read
   */
  public Optional<String> text(String path) {
    return file(path).flatMap(RootFolder::read);
  }

  static Optional<String> read(Path file) {
    try {
      return Files.size(file) > LARGEST_TEXT
          ? Optional.empty()
          : Optional.of(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
