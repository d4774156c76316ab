package dev.girdle.nativeprogram.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Target;
import dev.girdle.binary.DamagedCodeException;
import dev.girdle.binary.LinkReading;
import dev.girdle.binary.LinkedCode;
import dev.girdle.binary.NativeCode;
import dev.girdle.binary.assembly.Assembly;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.closure.ItemDemands;
import dev.girdle.closure.Linkage;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.closure.Thing;
import dev.girdle.closure.UnreadableItemException;
import dev.girdle.io.Paths;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;

/** The part of native programs in the walk. */
public final class ProgramLinkage implements Linkage {
  private final NativeFiles files;
  private final Map<String, LibrarySearch> searches;
  private final ReceiversSystem receivers;
  private final Content content;
  private final Assemblies assemblies;
  private final String system;
  private final BiFunction<String, NativeCode, Optional<String>> whereabouts;

  /** What files name of content, apart from what loaders read. */
  @FunctionalInterface
  public interface Content {
    /**
     * What a file names.
     *
     * @param item any file of the application
     * @return demands for files
     * @throws IOException if it cannot be read
     */
    ItemDemands named(Item item) throws IOException;
  }

  /**
   * Prepares to read.
   *
   * @param files all files
   * @param searches by system, how its loader looks for libraries
   * @param receivers what the receiver's system has
   * @param system where the program is to run
   * @param whereabouts tells people where something of a name is that code could load
   * @param content reads what files name
   */
  public ProgramLinkage(
      NativeFiles files,
      Map<String, LibrarySearch> searches,
      ReceiversSystem receivers,
      String system,
      BiFunction<String, NativeCode, Optional<String>> whereabouts,
      Content content) {
    this.files = files;
    this.searches = Map.copyOf(searches);
    this.receivers = receivers;
    this.content = content;
    this.assemblies = new Assemblies(files);
    this.system = system;
    this.whereabouts = whereabouts;
  }

  @Override
  public ItemDemands demandsOf(Item item) throws UnreadableItemException, IOException {
    if (receivers.standsFor(item)) {
      return ItemDemands.NONE;
    }
    try {
      List<Demand> demands =
          new ArrayList<>(files.head(item).isPresent() ? linked(item) : ofAssembly(item));
      ItemDemands named = content.named(item);
      demands.addAll(named.named());
      return new ItemDemands(demands, named.open());
    } catch (DamagedCodeException e) {
      throw new UnreadableItemException(e.getMessage());
    }
  }

  private List<Demand> linked(Item item) throws UnreadableItemException, IOException {
    LinkReading reading = files.reading(item);
    if (reading instanceof LinkReading.Unreadable damaged) {
      throw new UnreadableItemException(damaged.why());
    }
    List<Demand> demands = new ArrayList<>();
    if (reading instanceof LinkReading.Read read) {
      for (LinkedCode part : read.parts()) {
        linked(item, part, demands);
      }
    }
    return demands;
  }

  private List<Demand> ofAssembly(Item item) throws IOException {
    return files.assembly(item).map(a -> assemblies.demands(item, a)).orElse(List.of());
  }

  /** Content that only travels along is not read: all that it names travels along as well. */
  @Override
  public ItemDemands glance(Item item) throws UnreadableItemException, IOException {
    return files.head(item).isPresent() || files.isAssembly(item)
        ? demandsOf(item)
        : ItemDemands.NONE;
  }

  private void linked(Item item, LinkedCode part, List<Demand> demands) {
    for (LinkedCode.Needed needed : part.needed()) {
      Strength strength = needed.when() == LinkedCode.When.AT_START ? Strength.HARD : Strength.SOFT;
      demands.add(
          Demand.of(NativeThing.LINKED, needed.name(), Site.of(item), NativeThing.LINKS, strength));
    }
    part.interpreter()
        .ifPresent(
            path ->
                demands.add(
                    Demand.of(
                        NativeThing.LINKED,
                        path,
                        Site.of(item),
                        NativeThing.RUN_BY,
                        Strength.HARD)));
    part.versions()
        .forEach(
            (library, versions) -> {
              for (String version : new TreeSet<>(versions)) {
                demands.add(
                    Demand.of(
                        NativeThing.VERSION,
                        version + " of " + library,
                        Site.of(item),
                        NativeThing.LINKS,
                        Strength.HARD));
              }
            });
  }

  @Override
  public Answer resolve(Demand demand) {
    try {
      return found(demand);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private Answer found(Demand demand) throws IOException {
    Thing thing = demand.thing();
    if (thing.equals(NativeThing.LINKED)) {
      return library(demand.from(), demand.name());
    }
    if (thing.equals(NativeThing.VERSION)) {
      return version(demand);
    }
    if (thing.equals(NativeThing.ASSEMBLY)) {
      return assembly(demand);
    }
    if (thing.equals(NativeThing.CALLED)) {
      return called(demand);
    }
    if (thing.equals(NativeThing.FOLDER)) {
      List<Item> all = List.copyOf(files.below(demand.name()));
      return all.isEmpty() ? new Answer.Nothing("") : new Answer.Items(all);
    }
    return files
        .file(demand.name())
        .<Answer>map(i -> new Answer.Items(List.of(i)))
        .orElseGet(() -> new Answer.Nothing(""));
  }

  /** Which of several systems' libraries is called, code decides when it runs. */
  private Answer called(Demand demand) throws IOException {
    List<String> meant = assemblies.meant(demand.from(), demand.name());
    List<Item> libraries = new ArrayList<>();
    meant.forEach(one -> libraries.addAll(files.called(one)));
    if (!libraries.isEmpty()) {
      return new Answer.Items(libraries);
    }
    for (String name : meant) {
      for (String one : List.of(system, "windows", "macos")) {
        String known = one.equals("windows") ? name.toLowerCase(Locale.ROOT) : name;
        Optional<Item> theirs = receivers.item(one, one.equals("macos") ? demand.name() : known);
        if (theirs.isPresent()) {
          return new Answer.Items(List.of(theirs.get()));
        }
      }
    }
    return new Answer.Nothing("");
  }

  /** What a runtime brings that is not there is the receiver's. */
  private Answer assembly(Demand demand) {
    List<Item> found = assemblies.named(demand.from(), demand.name());
    if (!found.isEmpty()) {
      return new Answer.Items(found);
    }
    return Assemblies.isOfRuntime(demand.name())
        ? new Answer.Items(List.of(receivers.ofDotNet(demand.name())))
        : new Answer.Nothing("");
  }

  private Answer library(Item asker, String name) throws IOException {
    Optional<Item> found = libraryItem(asker, name);
    if (found.isPresent()) {
      return new Answer.Items(List.of(found.get()));
    }
    String its = files.head(asker).orElseThrow().code().system();
    Optional<Item> theirs = receivers.item(its, name);
    return theirs
        .<Answer>map(i -> new Answer.Items(List.of(i)))
        .orElseGet(() -> new Answer.Nothing(advice(asker, name)));
  }

  private String advice(Item asker, String name) {
    NativeCode code = files.head(asker).orElseThrow().code();
    String known = receivers.advice(code.system(), name);
    return known.isEmpty() ? whereabouts.apply(name, code).orElse("") : known;
  }

  /**
   * The file that a library's name means for whoever is linked with it.
   *
   * @param asker native code
   * @param name of the library, or its path
   * @return empty if there is none
   * @throws IOException if something cannot be read
   */
  public Optional<Item> libraryItem(Item asker, String name) throws IOException {
    NativeCode code = files.head(asker).orElseThrow().code();
    LibrarySearch search = searches.get(code.system());
    if (search == null) {
      return Optional.empty();
    }
    for (Spot spot : search.places(asker, name)) {
      Optional<Item> there = files.file(spot.name());
      if (there.isPresent() && files.runsWith(code, there.get())) {
        return there;
      }
    }
    // starters often say where libraries lie; so what is called so lies where it is meant to
    return files.called(Paths.fileName(name)).stream()
        .filter(i -> i != asker && files.runsWith(code, i))
        .findFirst();
  }

  /**
   * What code is linked with, of what goes along.
   *
   * @param code native code
   * @return those that are there
   */
  public List<Item> libraries(Item code) {
    List<Item> found = new ArrayList<>();
    try {
      for (LinkedCode.Needed needed :
          files.linked(code).map(LinkedCode::needed).orElse(List.of())) {
        libraryItem(code, needed.name()).ifPresent(found::add);
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return found;
  }

  /** Versions that a library has to have: it is reached by its name, this only looks into it. */
  private Answer version(Demand demand) throws IOException {
    int at = demand.name().indexOf(" of ");
    String version = demand.name().substring(0, at);
    String name = demand.name().substring(at + 4);
    Optional<Item> library = libraryItem(demand.from(), name);
    if (library.isEmpty()) {
      // that it is not there at all, or is the receiver's, is another matter
      return receivers
          .item("linux", name)
          .or(() -> Optional.of(demand.from()))
          .<Answer>map(i -> new Answer.Items(List.of(i)))
          .orElseThrow();
    }
    Set<String> there = files.linked(library.get()).map(LinkedCode::defined).orElse(Set.of());
    if (there.isEmpty() || there.contains(version)) {
      return new Answer.Items(List.of(library.get()));
    }
    return new Answer.Nothing(
        library.get().name() + " is older: it has " + String.join(", ", new TreeSet<>(there)));
  }

  @Override
  public String scopeOf(Demand demand) {
    Item from = demand.from();
    boolean isAsked =
        demand.thing().equals(NativeThing.LINKED)
            || demand.thing().equals(NativeThing.VERSION)
            || demand.thing().equals(NativeThing.ASSEMBLY)
            || demand.thing().equals(NativeThing.CALLED);
    // what is found by a name depends on what the asker says of where to look
    return isAsked && from != null ? from.component().name() + "/" + from.path() : "";
  }

  /** What the system's own libraries ask for is there: they run on it. */
  @Override
  public boolean isSure(Demand demand, Strength reach) {
    boolean isAssembly = demand.thing().equals(NativeThing.ASSEMBLY);
    // who may not even be loaded may miss what it is linked with
    return demand.asker().isPresent()
        && reach == Strength.HARD
        && (!isAssembly || isProgram(demand.from()));
  }

  /**
   * An assembly is only looked for when something of it is used, which a program's own parts are.
   */
  private boolean isProgram(Item item) {
    try {
      return files.assembly(item).filter(Assembly::canStart).isPresent();
    } catch (IOException e) {
      return false;
    }
  }

  @Override
  public String vendorOf(Item item) {
    return item.component().name();
  }

  /**
   * The target of an application for one system.
   *
   * @param code native code that is started
   * @return empty if it is for a system that is not sealed for
   */
  public static Optional<Target> targetOf(NativeCode code) {
    return code.processors().stream()
        .sorted(
            java.util.Comparator.reverseOrder()) // of universal files, the older kind runs on both
        .flatMap(p -> Target.called(code.system(), p).stream())
        .findFirst();
  }

  /**
   * Whether a component was taken from a system.
   *
   * @param component any component
   * @return true if so
   */
  public static boolean isTaken(Component component) {
    return component.items().stream().anyMatch(NativeFiles::isTaken);
  }
}
