package dev.girdle.probe;

import java.io.ByteArrayOutputStream;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import java.util.logging.StreamHandler;

/** A record is logged. */
final class Logging implements Probe {
  @Override
  public void run() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    StreamHandler handler = new StreamHandler(out, new SimpleFormatter());
    Logger logger = Logger.getLogger("dev.girdle.probe");
    logger.setUseParentHandlers(false);
    logger.addHandler(handler);
    logger.log(Level.WARNING, "tide {0}", 7);
    handler.flush();
    if (!out.toString("UTF-8").contains("tide 7")) {
      throw new IllegalStateException("logged: " + out);
    }
  }
}
