package dev.girdle.seal;

import dev.girdle.app.Application;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.binary.NativeCode;
import dev.girdle.binary.linkage.NativeLinkage;
import dev.girdle.closure.SideLinkage;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.fault.UnreadableException;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** The items of native code in an application, and what each is for by its own header. */
public final class NativeItems {
  private final Map<Item, NativeCode> codes = new LinkedHashMap<>();

  private NativeItems() {}

  /**
   * Looks at all files that are named like native code, or have no ending.
   *
   * @param application the application
   * @return what was found
   */
  static NativeItems of(Application application) {
    NativeItems found = new NativeItems();
    application.components().stream()
        .flatMap(c -> c.items().stream())
        .filter(i -> NativeCode.mayBeCalled(Paths.fileName(i.path())))
        .forEach(i -> read(i).ifPresent(code -> found.codes.put(i, code)));
    return found;
  }

  private static Optional<NativeCode> read(Item item) {
    try {
      return NativeCode.of(item.content());
    } catch (UnreadableException e) {
      e.damage(); // told with all that is damaged
      return Optional.empty();
    } catch (IOException e) {
      throw GirdleException.because(
          e,
          () ->
              new GirdleException(
                  Fault.APPLICATION, e, "cannot read " + item + ": " + e.getMessage()));
    }
  }

  /**
   * What a file of native code is for.
   *
   * @param item any item
   * @return empty if it is not native code
   */
  public Optional<NativeCode> code(Item item) {
    return Optional.ofNullable(codes.get(item));
  }

  /** The linkage of native code; empty if there is not more than one that could be linked. */
  Optional<SideLinkage> linkage() {
    return codes.size() < 2 ? Optional.empty() : Optional.of(new NativeLinkage(codes));
  }

  /** The items that do not run on a target, each with the reason. */
  Map<Item, String> notFor(Target target) {
    Map<Item, String> others = new LinkedHashMap<>();
    codes.forEach(
        (item, code) -> {
          if (!target.runs(code.system(), code.processors())) {
            others.put(item, "native code for " + code.text() + ", not for " + target.text());
          }
        });
    return others;
  }

  /**
   * How many bytes there are for each system.
   *
   * @return from names like {@code linux-x64} to bytes where they lie
   */
  public Map<String, Long> bySystem() {
    Map<String, Long> bytes = new TreeMap<>();
    codes.forEach((item, code) -> bytes.merge(code.text(), item.weight(), Long::sum));
    return bytes;
  }

  /**
   * How many bytes of native code are not for a target.
   *
   * @param target the target
   * @return bytes where they lie
   */
  public long bytesNotFor(Target target) {
    return notFor(target).keySet().stream().mapToLong(Item::weight).sum();
  }
}
