package org.ternhaven.book;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;

public class Book {
  private static final Logger LOG = LoggerFactory.getLogger(Book.class);

  public static void main(String[] args) {
    MDC.put("quay", "north");
    LOG.debug("nobody reads this");
    LOG.info("ship {} in", "Kittiwake");
    LOG.warn("tide is {}", 4.2, new IllegalStateException("gauge"));
  }
}
