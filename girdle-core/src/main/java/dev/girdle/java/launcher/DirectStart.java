package dev.girdle.java.launcher;

import dev.girdle.layout.LayoutCommand;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** The words that start a program where there is no shell. */
public final class DirectStart {
  private DirectStart() {}

  /**
   * The words for a folder whose jars lie in {@code lib}.
   *
   * @param starter what is started
   * @return the Java that lies beside it, or the one on the path of programs; its options and the
   *     program's
   */
  public static LayoutCommand of(Starter starter) {
    List<String> words = new ArrayList<>();
    String home = LayoutCommand.PLACE + "/runtime/";
    words.add(starter.bundled().isPresent() ? home + "bin/java" : "java");
    if (!starter.allOptions().isEmpty()) {
      words.addAll(List.of(starter.allOptions().split(" +")));
    }
    words.addAll(starter.start().options());
    if (starter.isFast()) {
      // quietly, should the stored classes not fit
      words.addAll(List.of("-Xlog:cds=off", "-Xshare:auto"));
      words.add("-XX:SharedArchiveFile=" + home + Starter.STORED_CLASSES);
    }
    words.add(starter.start().isOfModule() ? "-p" : "-cp");
    words.add(
        starter.jars().stream()
            .map(jar -> LayoutCommand.PLACE + "/lib/" + jar)
            .collect(Collectors.joining(":")));
    if (starter.start().isOfModule()) {
      words.add("-m");
    }
    words.addAll(starter.mainWords());
    words.addAll(starter.start().arguments());
    return new LayoutCommand(starter.start().label(), words, LayoutCommand.PLACE);
  }
}
