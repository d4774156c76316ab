package org.ternhaven.weave;

import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.aspectj.bridge.IMessage;
import org.aspectj.bridge.MessageHandler;
import org.aspectj.tools.ajc.Main;

public class Weave {
  public static void main(String[] args) throws Exception {
    MessageHandler messages = new MessageHandler();
    Path out = Files.createTempDirectory("woven");
    String classPath = System.getProperty("java.class.path");
    new Main()
        .run(
            new String[] {"-17", "-cp", classPath, "-sourceroots", args[0], "-d", out.toString()},
            messages);
    for (IMessage message : messages.getMessages(IMessage.ERROR, true)) {
      System.out.println(message.getMessage());
    }
    System.out.println("compiled " + messages.numMessages(IMessage.ERROR, true) + " errors");
    try (URLClassLoader loader =
        new URLClassLoader(List.of(out.toUri().toURL()).toArray(new URL[0]))) {
      loader
          .loadClass("Harbour")
          .getMethod("main", String[].class)
          .invoke(null, (Object) new String[0]);
    }
  }
}
