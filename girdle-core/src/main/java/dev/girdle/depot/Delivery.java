package dev.girdle.depot;

import dev.girdle.ecosystem.Progress;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.image.Descriptor;
import dev.girdle.image.ImageLayout;
import dev.girdle.image.ImageManifest;
import dev.girdle.image.MediaTypes;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Sends an image layout to a depot. What the depot has is not sent again; the name that others find
 * it by comes last, so that nobody ever sees half of it.
 */
public final class Delivery {
  private static final String REF = "org.opencontainers.image.ref.name";

  private final Depot depot;
  private final DepotAddress address;
  private final Progress progress;
  private final boolean replaces;
  private final Set<String> counted = new HashSet<>();
  private long total;
  private long done;
  private long sentBytes;
  private int parts;
  private int sentParts;

  /**
   * Prepares to deliver.
   *
   * @param depot where to
   * @param address how the user named it
   * @param replaces whether a release that is there may be replaced
   * @param progress is told how the work gets on
   */
  public Delivery(Depot depot, DepotAddress address, boolean replaces, Progress progress) {
    this.depot = depot;
    this.address = address.named();
    this.replaces = replaces;
    this.progress = progress;
  }

  /**
   * What was delivered.
   *
   * @param name what it is called in the depot
   * @param release its release
   * @param digest of what the release leads to
   * @param bytes how many bytes there are
   * @param sentBytes how many of them went over the line
   * @param parts how many parts it has
   * @param sentParts how many of them went over the line
   * @param wasThere whether the depot had just this release already
   */
  public record Outcome(
      String name,
      String release,
      String digest,
      long bytes,
      long sentBytes,
      int parts,
      int sentParts,
      boolean wasThere) {}

  /**
   * Delivers.
   *
   * @param artifact an image layout
   * @return what came of it
   * @throws GirdleException if it is none, or the release is there with other contents, or the
   *     depot does not take it
   */
  public Outcome deliver(Path artifact) {
    try (ImageLayout layout =
        ImageLayout.open(artifact)
            .orElseThrow(
                () ->
                    GirdleException.request(
                        artifact + " is no container image; depots take images so far",
                        "  Make one: girdle seal --form image"))) {
      return deliver(layout, artifact);
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION, e, artifact + " cannot be delivered: " + e.getMessage()));
    }
  }

  private Outcome deliver(ImageLayout layout, Path artifact) throws IOException {
    List<Descriptor> all = layout.all();
    Descriptor top = all.get(0);
    String release = release(top, artifact);
    Optional<Depot.Document> there = depot.document(Releases.tag(release));
    boolean isSame = there.filter(d -> d.descriptor().digest().equals(top.digest())).isPresent();
    if (there.isPresent() && !isSame && !replaces) {
      throw GirdleException.request(
          address.label() + " has a release " + release + " already, with other contents",
          "  Name another release, or exchange it: --replace");
    }
    List<Descriptor> images = layout.images();
    List<Descriptor> attached = all.stream().filter(d -> d.artifactType() != null).toList();
    List<Descriptor> manifests = new ArrayList<>(images);
    manifests.addAll(attached);
    for (Descriptor one : manifests) {
      blobs(layout.manifest(one)).forEach(this::count);
    }
    for (Descriptor one : images) {
      send(layout, layout.manifest(one));
    }
    for (Descriptor one : images) {
      if (!one.digest().equals(top.digest())) {
        depot.put(document(layout, one), one.digest());
      }
    }
    if (!isSame) {
      // found by its digest first, so that what is attached to it has something to be attached to
      depot.put(document(layout, top), top.digest());
    }
    for (Descriptor one : attached) {
      send(layout, layout.manifest(one));
      depot.put(document(layout, one), one.digest());
    }
    if (!isSame) {
      depot.put(document(layout, top), Releases.tag(release));
    }
    return new Outcome(
        address.label(), release, top.digest(), total, sentBytes, parts, sentParts, isSame);
  }

  private String release(Descriptor top, Path artifact) {
    String named = top.annotations() == null ? null : top.annotations().get(REF);
    String release = address.reference().orElse(named == null ? "" : named);
    if (!Releases.isOne(release)) {
      throw GirdleException.request(
          (release.isEmpty() ? artifact + " says no release" : release + " is no release")
              + " as Semantic Versioning 2.0 has it",
          "  Name one: " + address.label() + "@1.4.0");
    }
    return release;
  }

  private static List<Descriptor> blobs(ImageManifest manifest) {
    List<Descriptor> blobs = new ArrayList<>(manifest.layers());
    blobs.add(manifest.config());
    return blobs;
  }

  private void count(Descriptor blob) {
    if (counted.add(blob.digest())) {
      total += blob.size();
      parts++;
    }
  }

  private void send(ImageLayout layout, ImageManifest manifest) throws IOException {
    for (Descriptor blob : blobs(manifest)) {
      if (!counted.remove(blob.digest())) {
        continue; // sent with another
      }
      long before = done;
      boolean sent =
          depot.put(
              blob,
              layout.blob(blob),
              bytes -> {
                done += bytes;
                progress.at("delivering " + address.label(), done, total);
              });
      done = before + blob.size();
      progress.at("delivering " + address.label(), done, total);
      sentParts += sent ? 1 : 0;
      sentBytes += sent ? blob.size() : 0;
    }
  }

  private static Depot.Document document(ImageLayout layout, Descriptor of) throws IOException {
    String type = of.mediaType() == null ? MediaTypes.MANIFEST : of.mediaType();
    return new Depot.Document(
        Descriptor.of(type, of.digest(), of.size()), layout.documentBytes(of));
  }
}
