package dev.girdle.java.reach;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class DispatchTest {
  private static final String NEXT = "next()V";
  private final Component all =
      Component.runtime("classes", List.of("Quay", "North", "South", "Tide", "Loop"));
  private final Item quay = item("Quay");
  private final Item north = item("North");
  private final Item south = item("South");
  private final Item tide = item("Tide");
  private final Item loop = item("Loop");
  private final Map<Item, List<Item>> above =
      Map.of(north, List.of(quay), south, List.of(quay), loop, List.of(loop));
  private final Dispatch dispatch = new Dispatch(i -> above.getOrDefault(i, List.of()));

  private Item item(String name) {
    return all.item(name).orElseThrow();
  }

  @Test
  void aCallReachesClassesWithInstancesBelowItsReceiverOnly() {
    assertThat(dispatch.made(north, List.of(NEXT, "other()V"))).isEmpty();
    assertThat(dispatch.made(tide, List.of(NEXT))).isEmpty();
    assertThat(dispatch.called(quay, NEXT)).containsExactly(north);
    assertThat(dispatch.called(quay, NEXT)).isEmpty(); // known already
    assertThat(dispatch.called(tide, NEXT)).containsExactly(tide);
  }

  @Test
  void aClassWhoseInstancesComeLaterCatchesUp() {
    assertThat(dispatch.called(quay, NEXT)).isEmpty();
    assertThat(dispatch.made(south, List.of(NEXT, "other()V"))).containsExactly(NEXT);
    assertThat(dispatch.called(quay, "other()V")).containsExactly(south);
    assertThat(dispatch.called(south, "other()V")).isEmpty(); // it was reached through the quay
  }

  @Test
  void constructorsAreNotDispatchedAndCirclesEnd() {
    assertThat(dispatch.made(loop, List.of("<init>()V", NEXT))).isEmpty();
    assertThat(dispatch.called(loop, "<init>()V")).isEmpty();
    assertThat(dispatch.called(loop, NEXT)).containsExactly(loop);
  }
}
