package dev.girdle.start;

import java.security.CodeSource;

/**
 * The source of the classes of one jar within the archive. Its place is the archive, which is a
 * file that can be opened; and it differs from those of the other jars, as some programs tell their
 * own code from that of others by it.
 */
final class SourceWithin extends CodeSource {
  private static final long serialVersionUID = 1L;

  private final int jar;

  SourceWithin(CodeSource archive, int jar) {
    super(archive.getLocation(), archive.getCodeSigners());
    this.jar = jar;
  }

  @Override
  public boolean equals(Object other) {
    return super.equals(other)
        && other instanceof SourceWithin
        && ((SourceWithin) other).jar == jar;
  }

  @Override
  public int hashCode() {
    return super.hashCode() * 31 + jar;
  }
}
