package dev.girdle.nativeprogram;

import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.ReleaseRange;
import dev.girdle.binary.LibcNeed;
import dev.girdle.binary.LinkedCode;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.ecosystem.RuntimeModel;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.nativeprogram.linkage.NativeFiles;
import dev.girdle.nativeprogram.linkage.ReceiversSystem;
import dev.girdle.nativeprogram.linkage.Spot;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Which C library a program asks for: the newest version of a symbol that any of its code wants.
 */
final class NativeRuntime implements RuntimeModel {
  static final String LANGUAGE = "glibc";

  private final NativeFiles files;

  NativeRuntime(NativeFiles files) {
    this.files = files;
  }

  @Override
  public Optional<RuntimeNeed> needOf(List<LaunchSpec> starts) {
    return newest(
        starts.stream().flatMap(s -> files.startedItem(s.entry().name()).stream()).toList());
  }

  @Override
  public Optional<RuntimeNeed> need(Closure closure) {
    return newest(closure.reached().stream().map(Reached::item).toList());
  }

  private Optional<RuntimeNeed> newest(Collection<Item> items) {
    LibcNeed newest = null;
    String because = "";
    for (Item item : items) {
      if (files.file(item.name()).filter(i -> i == item).isEmpty() || files.head(item).isEmpty()) {
        continue;
      }
      for (Set<String> versions : linked(item).map(c -> c.versions().values()).orElse(Set.of())) {
        for (String version : versions) {
          Optional<LibcNeed> need =
              version.startsWith("GLIBC_") ? LibcNeed.of(version) : Optional.empty();
          if (need.isPresent() && (newest == null || need.get().compareTo(newest) > 0)) {
            newest = need.get();
            because = item.name();
          }
        }
      }
    }
    return newest == null
        ? Optional.empty()
        : Optional.of(
            new RuntimeNeed(
                LANGUAGE, ReleaseRange.from(newest.major() + "." + newest.minor()), "", because));
  }

  private Optional<LinkedCode> linked(Item item) {
    try {
      return files.linked(item);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Paths of builders in which code looks for libraries. */
  List<String> warnings(Closure closure, ReceiversSystem receivers) {
    List<String> warnings = new ArrayList<>();
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      if (!Spot.of(item).isOfSystem()
          && !receivers.standsFor(item)
          && files.head(item).isPresent()) {
        linked(item)
            .ifPresent(
                code -> {
                  List<String> paths = new ArrayList<>(code.rpath());
                  paths.addAll(code.runpath());
                  paths.removeIf(
                      p -> !p.startsWith("/") || p.startsWith("/usr/") || p.startsWith("/lib"));
                  if (!paths.isEmpty()) {
                    warnings.add(
                        item.name()
                            + " looks for libraries in "
                            + String.join(", ", paths)
                            + " of its builder's machine; in the artifact it does not");
                  }
                });
      }
    }
    warnings.addAll(leastRelease(closure));
    return warnings;
  }

  /** For Windows and macOS, whose releases stand in the headers of code. */
  private List<String> leastRelease(Closure closure) {
    String newest = "";
    String because = "";
    String system = "";
    for (Reached reached : closure.reached()) {
      Item item = reached.item();
      boolean isOwn = files.file(item.name()).filter(i -> i == item).isPresent();
      Optional<NativeFiles.Head> head = isOwn ? files.head(item) : Optional.empty();
      Optional<String> least =
          head.isPresent() ? linked(item).flatMap(LinkedCode::leastRelease) : Optional.empty();
      if (least.isPresent() && (newest.isEmpty() || isNewer(least.get(), newest))) {
        newest = least.get();
        because = item.name();
        system = head.get().code().system();
      }
    }
    String name = system.equals("macos") ? "macOS " : "Windows ";
    return newest.isEmpty()
        ? List.of()
        : List.of("the oldest release that it runs on is " + name + newest + ", says " + because);
  }

  private static boolean isNewer(String one, String other) {
    return ReleaseRange.from(other).accepts(one) && !one.equals(other);
  }
}
