package dev.girdle.bench.attack;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * Damages files in many ways, and runs in this process what reads them. A mutant is known by its
 * number: the same number damages the same file in the same way.
 */
public final class Mutants {
  private static final int LONGEST_SECONDS = 60;

  private final World world;
  private final List<Victim> victims;
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, Integer> tried = new TreeMap<>();
  private final Map<String, Integer> refused = new TreeMap<>();
  private final Map<String, Integer> found = new TreeMap<>();
  private final Set<String> beside;
  private ExecutorService thread = newThread();

  private Mutants(World world) throws IOException {
    this.world = world;
    this.victims = Victims.in(world);
    this.beside = new TreeSet<>(World.names(world.base()));
    beside.addAll(List.of("pages", "out", "data", "home", "bell.jar.whole"));
    requireSound();
  }

  /** What is refused without damage would be refused with any. */
  private void requireSound() throws IOException {
    for (Victim victim : victims) {
      for (List<String> command : victim.commands()) {
        World.Outcome outcome = world.run(command);
        String wrong = victim.afterwards().wrong(command, outcome.status(), outcome.said());
        if (outcome.status() != 0 || !wrong.isEmpty()) {
          throw new IOException(victim.name() + ", undamaged: " + outcome.said() + wrong);
        }
      }
    }
  }

  /**
   * Makes a world to damage.
   *
   * @param base an empty folder, all of whose contents may be changed
   * @return the attack, not begun yet
   * @throws IOException if the world cannot be made
   */
  public static Mutants in(Path base) throws IOException {
    return new Mutants(World.in(base));
  }

  private static ExecutorService newThread() {
    return Executors.newSingleThreadExecutor(
        r -> {
          Thread one = new Thread(r, "attacked");
          one.setDaemon(true);
          return one;
        });
  }

  /**
   * Tries mutants by their numbers, the same ones for the same numbers.
   *
   * @param from the number of the first
   * @param to the number behind the last
   * @throws IOException if the files cannot be damaged
   */
  public void attack(int from, int to) throws IOException {
    for (int number = from; number < to; number++) {
      Victim victim = victims.get(number % victims.size());
      byte[] mutant = Mutation.mutant(victim.whole(), new Random(number));
      byte[] before = Files.readAllBytes(victim.file());
      try {
        victim.inside().write(victim.file(), mutant);
        for (List<String> command : victim.commands()) {
          attack(number, victim, command);
        }
      } finally {
        Files.write(victim.file(), before);
      }
    }
  }

  private void attack(int number, Victim victim, List<String> command) throws IOException {
    String attack = "mutant " + number + " of " + victim.name();
    String words = String.join(" ", command).replace(world.base() + "/", "");
    World.Outcome outcome;
    try {
      outcome = thread.submit(() -> world.run(command)).get(LONGEST_SECONDS, TimeUnit.SECONDS);
    } catch (TimeoutException e) {
      thread = newThread(); // the other one is left to itself
      findings.add(new Finding(attack, words, "it hangs", ""));
      return;
    } catch (ExecutionException e) {
      findings.add(new Finding(attack, words, "a stack trace", String.valueOf(e.getCause())));
      return;
    } catch (InterruptedException e) {
      throw new IOException(e);
    }
    tried.merge(victim.name(), 1, Integer::sum);
    if (outcome.status() != 0) {
      refused.merge(victim.name(), 1, Integer::sum);
    }
    for (String wrong : wrongWith(victim, command, outcome)) {
      found.merge(victim.name(), 1, Integer::sum);
      findings.add(new Finding(attack, words, wrong, outcome.said()));
    }
  }

  private List<String> wrongWith(Victim victim, List<String> command, World.Outcome outcome)
      throws IOException {
    List<String> wrong = new ArrayList<>();
    String said = outcome.said();
    if (said.contains("\n\tat ") || said.contains("Exception")) {
      wrong.add("a stack trace");
    }
    if (said.contains("fault of Girdle")) {
      wrong.add("called a fault of Girdle itself");
    }
    if (!victim.statuses().contains(outcome.status())) {
      wrong.add("status " + outcome.status());
    }
    if (said.chars().anyMatch(c -> Character.isISOControl(c) && c != '\n')) {
      wrong.add("a control character is printed");
    }
    Set<String> now = new TreeSet<>(World.names(world.base()));
    now.removeAll(beside);
    if (!now.isEmpty() || Files.exists(world.base().resolveSibling("escape"))) {
      wrong.add("an escape: " + now);
      beside.addAll(now);
    }
    for (String folder : List.of("out", "pages", "data/girdle/runtimes")) {
      for (String name : World.names(world.base().resolve(folder))) {
        if (name.startsWith(".") || name.startsWith("escape")) {
          wrong.add("left behind: " + folder + "/" + name);
        }
      }
    }
    String after = victim.afterwards().wrong(command, outcome.status(), said);
    if (!after.isEmpty()) {
      wrong.add(after);
    }
    return wrong;
  }

  /**
   * What must not be.
   *
   * @return in the order in which it was found; may be empty
   */
  public List<String> findings() {
    return findings.stream().map(Finding::toString).toList();
  }

  /**
   * How often each kind of file was tried.
   *
   * @return runs by the kind's name
   */
  public Map<String, Integer> tried() {
    return tried;
  }

  /**
   * How many findings there are of each kind.
   *
   * @return findings by the kind's name; kinds without any are missing
   */
  public Map<String, Integer> found() {
    return found;
  }

  /**
   * How many runs of each kind ended with an error that is told well.
   *
   * @return runs by the kind's name; kinds without any may be missing
   */
  public Map<String, Integer> refused() {
    return refused;
  }
}
