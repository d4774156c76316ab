package dev.girdle.depot.receive;

import dev.girdle.ecosystem.Progress;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** What is to be received: an artifact in pieces, or images. */
interface Incoming {
  /** How large it is, in bytes. */
  long bytes();

  /**
   * Makes it.
   *
   * @param work a folder that is not there yet
   * @param progress is told how the work gets on
   * @return how many of its bytes this machine had
   * @throws IOException if the line breaks for good, or the disk fails
   */
  long make(Path work, Progress progress) throws IOException;

  /** What of the release's folder is the artifact: the folder itself, or the one file in it. */
  Path artifact(Path place);

  /** Keeps what the next release is compared with. */
  void keep() throws IOException;

  /** The paths in the artifact of what can be started; empty for an image. */
  List<String> starters();
}
