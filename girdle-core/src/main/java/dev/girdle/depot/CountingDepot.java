package dev.girdle.depot;

import dev.girdle.image.Descriptor;
import dev.girdle.io.Content;
import dev.girdle.io.FilteredInput;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongConsumer;

/** A depot of which it is counted what comes over the line. */
public final class CountingDepot implements Depot {
  private final Depot depot;
  private final AtomicLong bytes = new AtomicLong();

  /**
   * Counts from now on.
   *
   * @param depot what is asked
   */
  public CountingDepot(Depot depot) {
    this.depot = depot;
  }

  /**
   * How much came.
   *
   * @return bytes of documents and parts, those that had to be asked for again, too
   */
  public long fetchedBytes() {
    return bytes.get();
  }

  private final class Counted extends FilteredInput {
    Counted(InputStream in) {
      super(in);
    }

    @Override
    public int read(byte[] buffer, int from, int length) throws IOException {
      int n = in.read(buffer, from, length);
      bytes.addAndGet(Math.max(0, n));
      return n;
    }
  }

  @Override
  public String label() {
    return depot.label();
  }

  @Override
  public List<String> names() {
    return depot.names();
  }

  @Override
  public List<String> releases() {
    return depot.releases();
  }

  @Override
  public Optional<Document> document(String reference) {
    Optional<Document> document = depot.document(reference);
    document.ifPresent(d -> bytes.addAndGet(d.bytes().length));
    return document;
  }

  @Override
  public boolean has(Descriptor blob) {
    return depot.has(blob);
  }

  @Override
  public InputStream open(Descriptor blob) throws IOException {
    return new Counted(depot.open(blob));
  }

  @Override
  public InputStream open(Descriptor blob, long from, long length) throws IOException {
    return new Counted(depot.open(blob, from, length));
  }

  @Override
  public void pause(int tries) {
    depot.pause(tries);
  }

  @Override
  public boolean put(Descriptor blob, Content content, LongConsumer sent) throws IOException {
    return depot.put(blob, content, sent);
  }

  @Override
  public void put(Document document, String reference) {
    depot.put(document, reference);
  }

  @Override
  public List<Descriptor> attached(Descriptor subject) {
    return depot.attached(subject);
  }
}
