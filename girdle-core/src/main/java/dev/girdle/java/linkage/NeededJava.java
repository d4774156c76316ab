package dev.girdle.java.linkage;

import dev.girdle.app.Item;
import dev.girdle.app.LaunchSpec;
import dev.girdle.closure.Closure;
import dev.girdle.closure.Reached;
import dev.girdle.closure.Strength;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.ecosystem.RuntimeNeed;
import dev.girdle.fault.Fault;
import dev.girdle.fault.GirdleException;
import dev.girdle.java.format.ClassHeader;
import dev.girdle.java.format.JavaRelease;
import dev.girdle.java.format.Versioned;
import dev.girdle.java.index.ClassIndex;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Which Java a program needs, by the releases that its class files are for. */
public final class NeededJava {
  private final ClassIndex index;
  private final Map<Item, Integer> versions;

  /**
   * Prepares to find out.
   *
   * @param index what the class path holds
   * @param linkage tells the releases of classes that it has read
   */
  public NeededJava(ClassIndex index, JavaLinkage linkage) {
    this.index = index;
    this.versions = linkage.versions();
  }

  /**
   * What entry points need by themselves, whatever they ask for.
   *
   * @param starts the ways to start the application
   * @return the newest that one of them needs
   * @throws GirdleException if an entry point cannot be read
   */
  public RuntimeNeed of(List<LaunchSpec> starts) {
    RuntimeNeed need = leastNeed();
    for (LaunchSpec start : starts) {
      for (Item item : index.classNamed(start.entry().name()).stream().limit(1).toList()) {
        ClassHeader header = headerOf(item);
        need = newer(need, header.release(), header.preview(), item);
      }
    }
    return need;
  }

  private static RuntimeNeed leastNeed() {
    return new JavaRelease(8, false).need("the starter that Girdle adds");
  }

  /** The need of both, if an item asks for a release. */
  private static RuntimeNeed newer(RuntimeNeed need, int release, boolean preview, Item item) {
    JavaRelease least = JavaRelease.of(need);
    return preview || release > least.feature() && !least.exactly()
        ? new JavaRelease(release, preview).need(item.name())
        : need;
  }

  private static ClassHeader headerOf(Item item) {
    try {
      return ClassHeader.read(ClassHeader.bytesOf(item.content()));
    } catch (UnreadableItemException | IOException e) {
      throw new GirdleException(
          Fault.APPLICATION,
          e,
          item.component().origin() + ": " + item.path() + " " + e.getMessage());
    }
  }

  /**
   * What a closure needs: the Java of the newest class file reached. Files for newer releases only
   * count without a base.
   *
   * @param closure the outcome of a walk
   * @return never null
   */
  public RuntimeNeed of(Closure closure) {
    RuntimeNeed need = leastNeed();
    for (Reached reached : closure.reached()) {
      Integer version = versions.get(reached.item());
      if (version == null || isVariantOfBase(reached.item())) {
        continue;
      }
      if (!isIndispensable(reached)) {
        continue;
      }
      need =
          newer(need, ClassHeader.release(version), ClassHeader.isPreview(version), reached.item());
    }
    return need;
  }

  /** What only soft demands reach is done without, if the receiver's Java cannot read it. */
  private static boolean isIndispensable(Reached reached) {
    boolean isVariant = isVariant(reached.item());
    Item asker = reached.first().from();
    if (isVariant && asker != null && isVariant(asker)) {
      return false; // no older Java ever comes there
    }
    return reached.strength() == Strength.HARD || reached.item().component().role().isUsers();
  }

  private static boolean isVariant(Item item) {
    return Versioned.of(item.path()).release() > 0;
  }

  /**
   * What is done without on the oldest Java that will do.
   *
   * @param closure the outcome of a walk
   * @return a sentence; empty if it does without nothing
   */
  public Optional<String> madeForNewer(Closure closure) {
    int needed = JavaRelease.of(of(closure)).feature();
    List<Item> newer =
        closure.reached().stream()
            .map(Reached::item)
            .filter(i -> versions.containsKey(i) && !isVariantOfBase(i))
            .filter(i -> ClassHeader.release(versions.get(i)) > needed)
            .toList();
    return newer.stream()
        .findFirst()
        .map(
            i ->
                (newer.size() == 1 ? "1 class is" : newer.size() + " classes are")
                    + " made for a newer Java than "
                    + needed
                    + ", which will do without: "
                    + i.name()
                    + " (Java "
                    + ClassHeader.release(versions.get(i))
                    + ")"
                    + (newer.size() > 1 ? " and others" : ""));
  }

  private boolean isVariantOfBase(Item item) {
    return Versioned.of(item.path()).release() > 0
        && index.classNamed(item.name()).stream()
            .anyMatch(i -> Versioned.of(i.path()).release() == 0);
  }
}
