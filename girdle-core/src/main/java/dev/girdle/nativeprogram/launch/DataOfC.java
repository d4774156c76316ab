package dev.girdle.nativeprogram.launch;

import dev.girdle.app.Item;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.elf.ElfNames;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What the C library reads for code that goes along: a locale; its own character sets. */
final class DataOfC {
  private static final Set<String> LOCALES = Set.of("setlocale", "newlocale");
  private static final String CHARACTER_SETS = "iconv_open";

  private DataOfC() {}

  /**
   * Finds it.
   *
   * @param kept what goes along
   * @param files all files
   * @param runtime the C library that comes along, with its character sets; empty for the
   *     receiver's
   * @return by paths below the folder of libraries
   */
  static Map<String, Path> of(
      Collection<Item> kept, NativeFiles files, Optional<CLibrary> runtime) {
    Set<String> asked = asked(kept, files);
    Map<String, Path> data = new TreeMap<>();
    if (LOCALES.stream().anyMatch(asked::contains)) {
      data.putAll(CLibrary.locale(runtime.map(CLibrary::root).orElseGet(files::root)));
    }
    if (runtime.isPresent() && asked.contains(CHARACTER_SETS)) {
      data.putAll(runtime.get().characterSets());
    }
    return data;
  }

  /** The functions that any code asks for, each file read once. */
  private static Set<String> asked(Collection<Item> kept, NativeFiles files) {
    Set<String> missing = new HashSet<>(LOCALES);
    missing.add(CHARACTER_SETS);
    Set<String> asked = new HashSet<>();
    for (Item item : kept) {
      if (missing.isEmpty()) {
        break;
      }
      if (files.head(item).isPresent()) {
        asked.addAll(among(item, missing));
        missing.removeAll(asked);
      }
    }
    return asked;
  }

  private static Set<String> among(Item item, Set<String> names) {
    try {
      return ElfNames.among(item.content(), names);
    } catch (DamagedCodeException e) {
      return Set.of(); // the walk has told that
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
