package dev.girdle.probe;

import java.security.MessageDigest;

/** Contents have a digest. */
final class Digests implements Probe {
  @Override
  public void run() throws Exception {
    for (String name : new String[] {"MD5", "SHA-1", "SHA-256", "SHA-512"}) {
      if (MessageDigest.getInstance(name).digest(new byte[3]).length < 16) {
        throw new IllegalStateException(name);
      }
    }
  }
}
