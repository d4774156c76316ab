package dev.girdle.seal;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.SetAside;
import dev.girdle.closure.Ballast;
import dev.girdle.closure.Demand;
import dev.girdle.closure.Unresolved;
import java.util.List;

/** Why something is in, out, or missing. */
public sealed interface Explanation {
  /**
   * What it is about, in its full name.
   *
   * @return never empty
   */
  String subject();

  /**
   * An item of the closure.
   *
   * @param item the item
   * @param chain the demands from the plan's to the one that reached it
   */
  record Reached(Item item, List<Demand> chain) implements Explanation {
    @Override
    public String subject() {
      return item.name();
    }
  }

  /**
   * An item that nothing reaches.
   *
   * @param item the item
   * @param kept whether it goes along all the same
   * @param why it goes along, or stays behind
   * @param askers demands for it by items that are not reached either; the first few
   */
  record Unreached(Item item, boolean kept, String why, List<Demand> askers)
      implements Explanation {
    @Override
    public String subject() {
      return item.name();
    }
  }

  /**
   * A component that goes along.
   *
   * @param component the component
   * @param reached how many of its items are in the closure
   * @param chain the demands from the plan's to the first one that reached it; empty if none does
   *     and nothing is to be pruned
   */
  record Kept(Component component, int reached, List<Demand> chain) implements Explanation {
    @Override
    public String subject() {
      return component.name();
    }
  }

  /**
   * A component that stays behind.
   *
   * @param ballast the component and the reason
   * @param askers demands for it by items that are not reached themselves; the first few
   */
  record LeftOut(Ballast ballast, List<Demand> askers) implements Explanation {
    @Override
    public String subject() {
      return ballast.component();
    }
  }

  /**
   * Something that is asked for and not there.
   *
   * @param unmet what is missing, and all who ask for it
   * @param advice what is known about it; may be empty
   * @param chain the demands from the plan's to the strongest of these
   */
  record Missing(Unresolved unmet, String advice, List<Demand> chain) implements Explanation {
    @Override
    public String subject() {
      return unmet.name();
    }
  }

  /**
   * Something that survey did not take for a part of the program.
   *
   * @param aside what it was taken for
   */
  record Aside(SetAside aside) implements Explanation {
    @Override
    public String subject() {
      return aside.path();
    }
  }
}
