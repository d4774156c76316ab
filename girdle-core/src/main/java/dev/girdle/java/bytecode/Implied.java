package dev.girdle.java.bytecode;

import dev.girdle.app.Item;
import dev.girdle.closure.Demand;
import dev.girdle.closure.How;
import dev.girdle.closure.Site;
import dev.girdle.closure.Strength;
import dev.girdle.java.format.JavaThing;
import dev.girdle.java.index.ClassIndex;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * What classes that are reached imply together: names that are joined of the name of one and of a
 * text that stands in another. No method, and often no component, sees both halves.
 */
public final class Implied {
  private static final char PUT_IN = '\1';
  private static final int SHORTEST = 3;
  private static final int LONGEST = 40;
  private static final int MOST = 400;

  private final ClassIndex index;
  private final How how;
  private final boolean specialEndings;
  private final Set<String> texts = ConcurrentHashMap.newKeySet();
  private final Set<String> ofPackages = ConcurrentHashMap.newKeySet();
  private final Set<String> packagesDone = new HashSet<>();
  private final Set<Item> done = ConcurrentHashMap.newKeySet();
  private int textsDone;

  /**
   * Knows of nothing yet.
   *
   * @param index the classes that can be named
   * @param how in which way they are asked for then
   * @param specialEndings whether endings that begin with a sign count though they stand nowhere
   */
  public Implied(ClassIndex index, How how, boolean specialEndings) {
    this.index = index;
    this.how = how;
    this.specialEndings = specialEndings;
  }

  /** Notes texts of a class that may be the end of a class's name. */
  public void note(Collection<String> endings) {
    texts.addAll(endings);
    endings.stream().filter(e -> e.startsWith(".")).forEach(ofPackages::add);
  }

  /**
   * What a text may be the end of a class's name by, which others join with its begin: all of it,
   * or what stands last in the recipe of a joined text (StringConcatFactory), after what is put in.
   * What begins with a dot is joined with the name of a package.
   */
  public static Optional<String> ending(String text) {
    String last = text.substring(text.lastIndexOf(PUT_IN) + 1);
    String simple = last.startsWith(".") ? last.substring(1) : last;
    boolean isOne =
        simple.length() >= SHORTEST
            && simple.length() <= LONGEST
            && !Character.isLowerCase(simple.charAt(0))
            && simple.chars().allMatch(Character::isJavaIdentifierPart);
    return isOne ? Optional.of(last) : Optional.empty();
  }

  /** The classes that a reached class, and an ending that stands somewhere as a text, name. */
  public List<Demand> by(Set<Item> reached) {
    boolean all = texts.size() > textsDone;
    textsDone = texts.size();
    if (all) {
      packagesDone.clear();
    }
    List<Demand> demands = new ArrayList<>();
    for (Item item : reached) {
      if (item.path().endsWith(".class") && (done.add(item) || all)) {
        extended(item, demands);
        String inPackage = ClassIndex.packageOf(item.name());
        if (packagesDone.add(inPackage)) {
          besides(item, inPackage, demands);
        }
      }
    }
    return demands;
  }

  /** What has the same name in each package, such as a factory of all that lies there. */
  private void besides(Item item, String inPackage, List<Demand> demands) {
    for (String ending : ofPackages) {
      String beside = inPackage + ending;
      if (index.hasClass(beside) && !beside.equals(item.name())) {
        demands.add(Demand.of(JavaThing.CODE, beside, Site.of(item), how, Strength.HINT));
      }
    }
  }

  private void extended(Item item, List<Demand> demands) {
    String name = item.name();
    for (String longer : index.classesBetween(name, "", MOST)) {
      String ending = longer.substring(name.length());
      if (ending.isEmpty() || ending.indexOf('.') >= 0) {
        continue;
      }
      boolean isSpecial = specialEndings && (ending.charAt(0) == '$' || ending.charAt(0) == '_');
      if (isSpecial || texts.contains(ending)) {
        demands.add(Demand.of(JavaThing.CODE, longer, Site.of(item), how, Strength.HINT));
      }
    }
  }
}
