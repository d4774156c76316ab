package dev.girdle.depot.receive;

import dev.girdle.depot.Depot;
import dev.girdle.depot.ImagePull;
import dev.girdle.depot.Release;
import dev.girdle.ecosystem.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** The images of a release, which become an image layout. */
final class IncomingImages implements Incoming {
  private final Depot depot;
  private final Release release;
  private final List<Path> layouts;

  IncomingImages(Depot depot, Release release, ReceivingFolder folder) {
    this.depot = depot;
    this.release = release;
    this.layouts =
        folder.received().placed().stream().map(p -> folder.release(p.release())).toList();
  }

  @Override
  public long bytes() {
    return ImagePull.bytes(release);
  }

  @Override
  public long make(Path work, Progress progress) throws IOException {
    long[] done = new long[1];
    long total = Math.max(1, bytes());
    return new ImagePull(
            depot,
            layouts,
            n -> {
              done[0] += n;
              progress.at("fetching " + release.name(), Math.min(done[0], total), total);
            })
        .pull(release, work);
  }

  @Override
  public Path artifact(Path place) {
    return place;
  }

  @Override
  public void keep() {
    // layers are found by their digests
  }

  @Override
  public List<String> starters() {
    return List.of();
  }
}
