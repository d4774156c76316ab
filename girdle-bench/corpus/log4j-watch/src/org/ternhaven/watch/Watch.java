package org.ternhaven.watch;

import org.apache.logging.log4j.LogManager;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

public class Watch {
  private static final Logger LOG = LoggerFactory.getLogger(Watch.class);

  public static void main(String[] args) {
    LOG.info("{} came", "Kittiwake");
    LOG.warn("{} is late", "Dunlin", new IllegalStateException("fog"));
    LOG.debug("never seen");
    LogManager.shutdown();
  }
}
