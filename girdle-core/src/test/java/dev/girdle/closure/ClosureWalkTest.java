package dev.girdle.closure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The walker on a made-up language, in which items are letters. */
class ClosureWalkTest {
  private final Map<String, List<Demand>> demands = new HashMap<>();
  private final Map<String, List<DynamicReference>> open = new HashMap<>();
  private final List<Demand> meanings = new ArrayList<>();
  private final Component component =
      Component.runtime("letters", List.of("a", "b", "c", "d", "e", "f"));

  private final Linkage letters =
      new MadeUpLanguage() {
        @Override
        public ItemDemands demandsOf(Item item) throws UnreadableItemException {
          if (item.name().equals("f")) {
            throw new UnreadableItemException("is damaged");
          }
          return new ItemDemands(
              demands.getOrDefault(item.name(), List.of()),
              open.getOrDefault(item.name(), List.of()));
        }

        @Override
        public ItemDemands demandsOf(Item item, String part) {
          return new ItemDemands(
              demands.getOrDefault(item.name() + "." + part, List.of()), List.of());
        }

        @Override
        public ItemDemands glance(Item item) throws UnreadableItemException {
          glanced.add(item.name());
          return demandsOf(item);
        }

        @Override
        public Answer resolve(Demand demand) {
          return component
              .item(demand.name())
              .<Answer>map(i -> new Answer.Items(List.of(i)))
              .orElseGet(() -> new Answer.Nothing(""));
        }

        @Override
        public List<Demand> declared(Set<Component> reached) {
          return declared.stream()
              .map(
                  l ->
                      Demand.of(
                          Thing.LIBRARY,
                          l,
                          Site.of(component.items().get(0)),
                          How.DECLARED,
                          Strength.HARD))
              .toList();
        }

        @Override
        public Set<String> absentHolders(Demand missing) {
          return Set.of(missing.name() + "-library");
        }

        @Override
        public List<Demand> meanings(DynamicReference asked) {
          return meanings;
        }
      };

  private void demand(String from, String to, Strength strength, String excuse) {
    demands
        .computeIfAbsent(from, f -> new ArrayList<>())
        .add(
            new Demand(
                Wanted.all(MadeUpLanguage.LETTER, to),
                new Site(component.item(from).get(), "", 0, ""),
                new Need(MadeUpLanguage.CALL, strength, excuse)));
  }

  private void hard(String from, String to) {
    demand(from, to, Strength.HARD, "");
  }

  @Test
  void whatMakersDeclareIsToldUnlessWhatItHoldsIs() {
    hard("a", "b");
    hard("a", "missing");
    declared.add("missing-library");
    declared.add("other-library");
    List<Unresolved> unmet = walk().unmet();
    assertThat(unmet).extracting(Unresolved::name).containsExactly("missing", "other-library");
    assertThat(unmet.get(1).demands().get(0).place()).isEqualTo("letters");
  }

  private final List<String> declared = new ArrayList<>();
  private final List<String> glanced = Collections.synchronizedList(new ArrayList<>());
  private Along along = Along.NOTHING;

  private Closure walk() {
    return walk(true);
  }

  private Closure walk(boolean meanings) {
    return ClosureWalk.walk(
        letters,
        List.of(Demand.ofPlan(MadeUpLanguage.LETTER, "a")),
        meanings,
        along,
        WalkListener.NONE,
        n -> {});
  }

  private List<String> chain(Closure closure, String name) {
    return closure.chain(component.item(name).get()).stream().map(Demand::name).toList();
  }

  @Test
  void keepsTheShortestChain() {
    hard("a", "b");
    hard("b", "c");
    hard("c", "d");
    hard("a", "e");
    hard("e", "d");
    assertThat(chain(walk(), "d")).containsExactly("a", "e", "d");
  }

  @Test
  void prefersALongHardChainToAShortSoftOne() {
    demand("a", "d", Strength.SOFT, "");
    hard("a", "b");
    hard("b", "c");
    hard("c", "d");
    Closure closure = walk();
    assertThat(chain(closure, "d")).containsExactly("a", "b", "c", "d");
    assertThat(closure.reached(component.item("d").get()).get().strength())
        .isEqualTo(Strength.HARD);
  }

  @Test
  void whatOnlySoftDemandsReachDemandsSoftly() {
    demand("a", "b", Strength.SOFT, "caught");
    hard("b", "c");
    hard("c", "missing");
    Closure closure = walk();
    assertThat(closure.unmet(Rank.NEEDED)).isEmpty();
    assertThat(closure.unmet(Rank.PERHAPS))
        .singleElement()
        .satisfies(
            u -> {
              assertThat(u.name()).isEqualTo("missing");
              assertThat(u.reach()).isEqualTo(Strength.SOFT);
            });
  }

  @Test
  void whatTravelsAlongAsksForWhatItNeedsAndIsNotSaidToBeReached() {
    along = c -> List.of(Demand.ofPlan(MadeUpLanguage.LETTER, "c", How.ALONG, Strength.HINT));
    hard("c", "d");
    hard("d", "missing");
    Closure closure = walk();
    assertThat(closure.reached(component.item("c").get())).isEmpty();
    assertThat(chain(closure, "d")).containsExactly("c", "d");
    assertThat(closure.unmet(Rank.PERHAPS))
        .extracting(Unresolved::name, Unresolved::reach)
        .containsExactly(tuple("missing", Strength.HINT));
  }

  /** A glance knows less: it takes for hard what only a declaration says. */
  @Test
  void whatTravelsAlongIsGlancedAtOnceAndWhatWasReadIsNot() {
    along =
        c ->
            Stream.of("b", "c")
                .map(n -> Demand.ofPlan(MadeUpLanguage.LETTER, n, How.ALONG, Strength.HINT))
                .toList();
    demands.put(
        "a",
        List.of(
            new Demand(
                new Wanted(MadeUpLanguage.LETTER, "b", ""),
                new Site(component.item("a").get(), "", 0, ""),
                new Need(MadeUpLanguage.CALL, Strength.HARD, ""))));
    hard("c", "d");
    walk(false);
    assertThat(glanced).containsExactly("c", "d");
  }

  @Test
  void tellsAllThatIsMissingWithAllWhoAskForIt() {
    hard("a", "y");
    hard("a", "x");
    hard("a", "b");
    hard("b", "x");
    assertThat(walk().unmet())
        .extracting(Unresolved::name, u -> u.demands().size())
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("x", 2),
            org.assertj.core.groups.Tuple.tuple("y", 1));
  }

  @Test
  void aThingWhoseAbsenceIsCaughtInOnePlaceIsNotHardInAnother() {
    hard("a", "b");
    demand("a", "x", Strength.SOFT, "its absence is caught there");
    hard("b", "x");
    hard("b", "y");
    Closure closure = walk();
    assertThat(closure.unmet(Rank.NEEDED)).isEmpty();
    assertThat(closure.unmet(Rank.PREPARED)).extracting(Unresolved::name).containsExactly("x", "y");
  }

  @Test
  void aThingThatSomebodyElseNeedsStaysHard() {
    hard("a", "b");
    demand("b", "x", Strength.SOFT, "its absence is caught there");
    hard("b", "y");
    hard("a", "y");
    assertThat(walk().unmet(Rank.NEEDED)).extracting(Unresolved::name).containsExactly("y");
  }

  @Test
  void namesWhatItCannotReadOnlyIfItIsReached() {
    hard("a", "b");
    assertThat(walk().unreadable()).isEmpty();
    hard("b", "f");
    assertThat(walk().unreadable()).extracting(u -> u.item().name()).containsExactly("f");
  }

  @Test
  void onlyThePartsThatAreAskedForAsk() {
    demands.put("a", new ArrayList<>(List.of(part("a", "b", "one"))));
    demands.put("b.one", List.of(part("b", "c", "")));
    demands.put("b.two", List.of(part("b", "d", "")));
    Closure closure = walk();
    assertThat(closure.reached(component.item("d").get())).isEmpty();
    assertThat(chain(closure, "c")).containsExactly("a", "b", "c");
    demands.put("b.*", List.of(part("b", "d", "")));
    hard("a", "b");
    assertThat(walk().reached(component.item("d").get())).isPresent();
  }

  private Demand part(String from, String to, String part) {
    return new Demand(
        new Wanted(MadeUpLanguage.LETTER, to, part),
        Site.of(component.item(from).get()),
        Need.of(MadeUpLanguage.CALL, Strength.HARD));
  }

  @Test
  void anOpenDemandIsToldOnceAndFollowedOnlyIfItMeansCode() {
    DynamicReference any =
        new DynamicReference(
            MadeUpLanguage.CALL, MadeUpLanguage.LETTER, Site.of(component.item("a").get()), false);
    open.put("a", List.of(any, any));
    meanings.add(
        Demand.of(MadeUpLanguage.LETTER, "b", Site.of(any.from()), How.OPEN, Strength.HINT));
    Closure closure = walk();
    assertThat(closure.open()).containsExactly(any);
    assertThat(closure.reached(component.item("b").get()).get().strength())
        .isEqualTo(Strength.HINT);
    open.put(
        "a",
        List.of(new DynamicReference(MadeUpLanguage.CALL, Thing.FILE, Site.of(any.from()), false)));
    assertThat(walk().reached(component.item("b").get())).isEmpty();
  }
}
