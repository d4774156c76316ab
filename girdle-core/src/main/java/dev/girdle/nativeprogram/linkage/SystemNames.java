package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Item;
import dev.girdle.binary.LinkedCode;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/** What code names of the system that libraries are taken from, as demands. */
public final class SystemNames {
  private final NativeFiles files;
  private final SystemRules rules;
  private final Supplier<Set<Item>> direct;

  /**
   * Prepares to read.
   *
   * @param files all files; of the system, those that survey found to be asked for
   * @param rules what code asks for
   * @param direct the program's own code, and what that is linked with
   */
  public SystemNames(NativeFiles files, SystemRules rules, Supplier<Set<Item>> direct) {
    this.direct = direct;
    this.files = files;
    this.rules = rules;
  }

  /**
   * What a file names.
   *
   * @param code native code
   * @return hints
   * @throws IOException if it cannot be read
   */
  public List<Demand> namedBy(Item code) throws IOException {
    Optional<LinkedCode> linked = files.linked(code);
    List<Demand> demands = new ArrayList<>();
    if (linked.isEmpty()) {
      return demands;
    }
    Map<String, Boolean> named =
        rules.namedBy(Spot.of(code), code.content(), linked.get(), direct.get().contains(code));
    named.forEach(
        (path, isInFolder) -> {
          for (Item item : files.at(path)) {
            if (item == code) {
              continue;
            }
            boolean isLibrary = !isInFolder && files.head(item).isPresent();
            How how =
                isInFolder
                    ? NativeThing.NAMES_FOLDER
                    : isLibrary ? NativeThing.LOADS : NativeThing.NAMES;
            Thing thing = isLibrary ? NativeThing.LOADED : Thing.FILE;
            demands.add(Demand.of(thing, item.name(), Site.of(code), how, Strength.HINT));
          }
        });
    return demands;
  }
}
