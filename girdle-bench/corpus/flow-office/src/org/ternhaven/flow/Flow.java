package org.ternhaven.flow;

import java.io.File;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.springframework.context.support.ClassPathXmlApplicationContext;

/** Notices go through the office. */
public class Flow {
  static final LinkedBlockingQueue<String> SEEN = new LinkedBlockingQueue<>();

  /** Called by the flow. */
  public void take(String text) {
    SEEN.add(text);
  }

  public static void main(String[] args) throws Exception {
    try (ClassPathXmlApplicationContext context = new ClassPathXmlApplicationContext("flow.xml")) {
      System.out.println("notice " + SEEN.poll(20, TimeUnit.SECONDS));
      File[] kept = new File("kept").listFiles();
      for (int i = 0; i < 100 && (kept == null || kept.length == 0); i++) {
        Thread.sleep(50);
        kept = new File("kept").listFiles();
      }
      System.out.println("kept " + kept.length);
    }
    System.exit(0);
  }
}
