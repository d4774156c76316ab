package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.binary.StrippedCode;
import dev.girdle.binary.elf.BuildId;
import dev.girdle.ecosystem.LayoutRequest;
import dev.girdle.fault.GirdleException;
import dev.girdle.io.Content;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.Packing;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.Spot;
import dev.girdle.record.RecordFile;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * What debuggers read of an artifact's code, in the folders that they look in: {@code
 * .build-id/ab/cdef.debug} holds the code with the number abcdef as it was before anything was left
 * out of it (GDB, "Debugging Information in Separate Files"); files that a compiler wrote apart,
 * and code without a number, lie as they lay in the application.
 */
public final class SymbolFiles {
  private SymbolFiles() {}

  /**
   * Lays them out.
   *
   * @param request of what artifact
   * @param files the files of the application
   * @param isForDebuggers which files were made for debuggers alone
   * @return a tree without starters
   * @throws GirdleException if there are none, or something cannot be read
   */
  public static Layout layOut(
      LayoutRequest request, NativeFiles files, Predicate<Item> isForDebuggers) {
    Map<String, LayoutFile> all = new LinkedHashMap<>();
    try {
      for (Component component : request.application().components()) {
        for (Item item : component.items()) {
          if (Spot.of(item).isOfSystem()) {
            continue; // whose makers keep its symbols
          }
          if (isForDebuggers.test(item)) {
            add(all, item, Placement.APP + item.path(), "what debuggers read of code beside it");
          } else if (request.selection().keeps(item) && files.head(item).isPresent()) {
            code(all, item);
          }
        }
      }
    } catch (IOException e) {
      throw GirdleException.because(e, "the symbols cannot be laid out");
    }
    if (all.isEmpty()) {
      throw GirdleException.application(
          "none of its code holds symbols for debuggers",
          "  Build it with them (a compiler's -g), and do not strip it; Girdle leaves them out of"
              + " all other forms.");
    }
    return new Layout(
        List.copyOf(all.values()),
        List.of(),
        RecordFile.IN_FOLDER,
        List.of(),
        List.of(),
        "unzip %s -d symbols && gdb -iex 'set debug-file-directory symbols' PROGRAM");
  }

  private static void code(Map<String, LayoutFile> all, Item item) throws IOException {
    Content content = item.content();
    if (StrippedCode.of(content).size() == content.size()) {
      return;
    }
    Optional<String> id = BuildId.of(content);
    String place =
        id.map(i -> ".build-id/" + i.substring(0, 2) + "/" + i.substring(2) + ".debug")
            .orElse(Placement.APP + item.path() + ".debug");
    add(all, item, place, item.path() + " with what was left out of it");
  }

  private static void add(Map<String, LayoutFile> all, Item item, String place, String reason) {
    all.putIfAbsent(
        place,
        new LayoutFile(
            place, item.content(), false, Packing.AS_IT_IS, item.component().name(), reason));
  }
}
