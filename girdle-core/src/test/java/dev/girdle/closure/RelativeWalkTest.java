package dev.girdle.closure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** The walker on a made-up language whose names mean what lies beside the asker. */
class RelativeWalkTest {
  private static final Component TREE =
      Component.runtime(
          "tree",
          List.of("main", "left/main", "left/tool", "right/main", "right/tool", "left/idle"));
  private static final Map<String, List<String>> ASKS =
      Map.of(
          "main", List.of("left/main", "right/main"),
          "left/main", List.of("tool", "gone"),
          "right/main", List.of("tool", "gone"));

  private final AtomicInteger resolved = new AtomicInteger();

  private final Linkage relative =
      new MadeUpLanguage() {
        @Override
        public ItemDemands demandsOf(Item item) {
          return ItemDemands.of(
              ASKS.getOrDefault(item.name(), List.of()).stream()
                  .map(n -> Demand.of(LETTER, n, Site.of(item), CALL, Strength.HARD))
                  .toList());
        }

        @Override
        public Answer resolve(Demand demand) {
          resolved.incrementAndGet();
          return TREE.item(scopeOf(demand) + demand.name())
              .<Answer>map(i -> new Answer.Items(List.of(i)))
              .orElseGet(() -> new Answer.Nothing("nothing in " + scopeOf(demand)));
        }

        @Override
        public String scopeOf(Demand demand) {
          String from = demand.asker().map(Item::name).orElse("");
          return from.substring(0, from.indexOf('/') + 1);
        }
      };

  private Closure walk() {
    return ClosureWalk.walk(
        relative,
        List.of(Demand.ofPlan(MadeUpLanguage.LETTER, "main")),
        false,
        Along.NOTHING,
        WalkListener.NONE,
        n -> {});
  }

  @Test
  void oneNameMeansAnotherThingElsewhere() {
    Closure closure = walk();
    assertThat(closure.reached())
        .extracting(r -> r.item().name())
        .containsExactly("main", "left/main", "right/main", "left/tool", "right/tool");
    assertThat(closure.chain(TREE.item("right/tool").get()))
        .extracting(Demand::place)
        .containsExactly("the plan", "main", "right/main");
  }

  @Test
  void whatIsMissingInTwoPlacesIsMissingTwice() {
    assertThat(walk().unmet(Rank.NEEDED))
        .extracting(u -> u.name() + ": " + u.advice() + ", " + u.demands().size())
        .containsExactlyInAnyOrder("gone: nothing in left/, 1", "gone: nothing in right/, 1");
  }

  @Test
  void asksOnceInEachScope() {
    walk();
    // main, left/main, right/main, and tool and gone in each of the two
    assertThat(resolved).hasValue(7);
  }
}
