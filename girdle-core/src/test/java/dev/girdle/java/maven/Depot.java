package dev.girdle.java.maven;

import dev.girdle.testing.Jar;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;

/** A repository in a folder, as tests fill it. */
final class Depot {
  private final Path folder;

  Depot(Path folder) {
    this.folder = folder;
  }

  Path folder() {
    return folder;
  }

  /** A library with a jar; {@code inside} is what the description holds besides coordinates. */
  Depot library(String coordinates, String... inside) throws IOException {
    Coordinates c = of(coordinates);
    pom(coordinates, inside);
    new Jar().with("library.txt", coordinates).write(place(c, c.fileName()));
    return this;
  }

  Depot pom(String coordinates, String... inside) throws IOException {
    Coordinates c = of(coordinates);
    Path pom = place(c, c.pom().fileName());
    Files.createDirectories(pom.getParent());
    Files.writeString(pom, description(coordinates, inside));
    return this;
  }

  private Path place(Coordinates c, String fileName) {
    return folder.resolve(c.folder()).resolve(fileName);
  }

  static Coordinates of(String coordinates) {
    String[] parts = coordinates.split(":");
    return new Coordinates(parts[0], parts[1], parts[2], parts.length > 3 ? parts[3] : "", "jar");
  }

  static String description(String coordinates, String... inside) {
    Coordinates c = of(coordinates);
    return "<project><modelVersion>4.0.0</modelVersion><groupId>"
        + c.group()
        + "</groupId><artifactId>"
        + c.artifact()
        + "</artifactId><version>"
        + c.version()
        + "</version>"
        + String.join("", inside)
        + "</project>";
  }

  static String needs(String... dependencies) {
    return "<dependencies>" + String.join("", dependencies) + "</dependencies>";
  }

  static String manages(String... dependencies) {
    return "<dependencyManagement>" + needs(dependencies) + "</dependencyManagement>";
  }

  /** A dependency; an empty version is left out. */
  static String on(String coordinates, String... more) {
    String[] parts = coordinates.split(":");
    String version = parts.length < 3 ? "" : "<version>" + parts[2] + "</version>";
    return "<dependency><groupId>"
        + parts[0]
        + "</groupId><artifactId>"
        + parts[1]
        + "</artifactId>"
        + version
        + String.join("", more)
        + "</dependency>";
  }

  static String scope(String scope) {
    return "<scope>" + scope + "</scope>";
  }

  static void writeSha1(Path file) throws Exception {
    byte[] digest = MessageDigest.getInstance("SHA-1").digest(Files.readAllBytes(file));
    Files.writeString(Path.of(file + ".sha1"), HexFormat.of().formatHex(digest) + "  name\n");
  }
}
