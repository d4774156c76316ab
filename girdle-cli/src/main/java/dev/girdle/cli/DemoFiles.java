package dev.girdle.cli;

import dev.girdle.fault.GirdleException;
import dev.girdle.io.FileTree;
import dev.girdle.io.FolderTree;
import dev.girdle.io.TreeFile;
import dev.girdle.io.ZipTree;
import dev.girdle.place.Folders;
import dev.girdle.plan.file.PlanFile;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URL;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.stream.Stream;

/**
 * The demo application, copied out of Girdle.
 *
 * @param dir the folder it was copied to
 */
record DemoFiles(Path dir) {
  private static final String INSIDE = "demo/";
  private static final String KNOWN = INSIDE + "tidebook/HANDOVER.txt";
  private static final String MARK = "demo-of-girdle.txt";

  Path application() {
    return dir.resolve("tidebook");
  }

  Path plan() {
    return dir.resolve(PlanFile.NAME);
  }

  /** The second application, whose plan lies in it. */
  Path board() {
    return dir.resolve("berth-board");
  }

  /** The third application, whose plan lies in it. */
  Path berthplan() {
    return dir.resolve("berthplan");
  }

  /** Where its releases are delivered to. */
  Path releases() {
    return dir.resolve("releases");
  }

  /** Where they are received. */
  Path received() {
    return dir.resolve("received");
  }

  /** Copies into a new folder, or one that an earlier demo made. */
  static DemoFiles copyTo(Path dir) {
    try {
      refuseOthers(dir);
      DemoFiles files = new DemoFiles(dir);
      Files.createDirectories(dir);
      Files.writeString(
          dir.resolve(MARK), "Made by girdle demo, which may replace what is in this folder.\n");
      files.copy();
      Folders.delete(files.releases());
      Folders.delete(files.received());
      return files;
    } catch (IOException e) {
      throw DemoCommand.cannot("be copied to " + dir, e);
    }
  }

  private static void refuseOthers(Path dir) throws IOException {
    if (!Files.exists(dir) || Files.exists(dir.resolve(MARK))) {
      return;
    }
    if (!Files.isDirectory(dir)) {
      throw GirdleException.request(dir + " is a file; name a folder for the demo");
    }
    try (Stream<Path> content = Files.list(dir)) {
      if (content.findAny().isPresent()) {
        throw GirdleException.request(
            dir + " is not empty and was not made by the demo; name another folder");
      }
    }
  }

  /** The files lie in the jar, or in the folder of classes, that has {@value #KNOWN}. */
  private void copy() throws IOException {
    URL url = DemoFiles.class.getClassLoader().getResource(KNOWN);
    if (url == null) {
      throw GirdleException.machine("this Girdle was built without its demo application");
    }
    String address = url.toString();
    try (FileTree tree =
        url.getProtocol().equals("jar")
            ? ZipTree.open(
                FolderTree.content(
                    Path.of(URI.create(address.substring("jar:".length(), address.indexOf("!/"))))),
                "the demo application")
            : FolderTree.of(
                Path.of(URI.create(address.substring(0, address.length() - KNOWN.length()))),
                path -> true)) {
      for (TreeFile file : tree.files()) {
        if (file.path().startsWith(INSIDE)) {
          copy(file);
        }
      }
    }
  }

  private void copy(TreeFile file) throws IOException {
    Path target = dir.resolve(file.path().substring(INSIDE.length()));
    Files.createDirectories(target.getParent());
    try (InputStream in = file.content().open()) {
      Files.copy(in, target, StandardCopyOption.REPLACE_EXISTING);
    }
  }
}
