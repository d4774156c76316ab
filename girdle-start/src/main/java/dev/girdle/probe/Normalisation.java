package dev.girdle.probe;

import java.text.Normalizer;

/** Text is taken apart and put together again. */
final class Normalisation implements Probe {
  @Override
  public void run() throws Exception {
    String apart = Normalizer.normalize("\u00e9\ufb01", Normalizer.Form.NFKD);
    if (!apart.equals("e\u0301fi")
        || !Normalizer.normalize(apart, Normalizer.Form.NFC).startsWith("\u00e9")) {
      throw new IllegalStateException("a letter with an accent became " + apart);
    }
  }
}
