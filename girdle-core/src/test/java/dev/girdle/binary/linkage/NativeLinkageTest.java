package dev.girdle.binary.linkage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import dev.girdle.app.Role;
import dev.girdle.binary.NativeCode;
import dev.girdle.closure.Answer;
import dev.girdle.closure.Demand;
import dev.girdle.io.Content;
import dev.girdle.io.SubTree;
import dev.girdle.io.TreeFile;
import dev.girdle.testing.TinyElf;
import java.io.IOException;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

class NativeLinkageTest {
  private final List<TreeFile> files = new ArrayList<>();

  private void file(String path, TinyElf code) {
    files.add(new TreeFile(path, Content.of(code.bytes())));
  }

  private static TinyElf other() {
    return TinyElf.of(true, ByteOrder.BIG_ENDIAN);
  }

  private Component component() {
    return new Component(
        "tides",
        "lib/",
        Role.LIBRARY,
        null,
        null,
        "handed over",
        new SubTree(files, List.of()),
        UnaryOperator.identity());
  }

  private static NativeLinkage linkage(Component component) throws IOException {
    Map<Item, NativeCode> codes = new LinkedHashMap<>();
    for (Item item : component.items()) {
      codes.put(item, NativeCode.of(item.content().bytes(NativeCode.HEAD)).orElseThrow());
    }
    return new NativeLinkage(codes);
  }

  private static Demand onlyDemand(NativeLinkage linkage, Item item) throws IOException {
    assertThat(linkage.demandsOf(item).named()).hasSize(1);
    return linkage.demandsOf(item).named().get(0);
  }

  private static List<String> paths(Answer answer) {
    return ((Answer.Items) answer).items().stream().map(Item::path).toList();
  }

  /** Answers are kept by scope, so code for two processors in one folder has two scopes. */
  @Test
  void codeForAnotherProcessorIsAnotherScope() throws IOException {
    file("all/one.so", TinyElf.x64().with(1, "libmoon.so.2"));
    file("all/two.so", other().with(1, "libmoon.so.2"));
    file("x64/libmoon.so.2", TinyElf.x64());
    file("other/libmoon.so.2", other());
    Component component = component();
    NativeLinkage linkage = linkage(component);
    Demand one = onlyDemand(linkage, component.item("all/one.so").orElseThrow());
    Demand two = onlyDemand(linkage, component.item("all/two.so").orElseThrow());
    assertThat(linkage.scopeOf(one)).isNotEqualTo(linkage.scopeOf(two));
    assertThat(paths(linkage.resolve(one))).containsExactly("x64/libmoon.so.2");
    assertThat(paths(linkage.resolve(two))).containsExactly("other/libmoon.so.2");
  }

  @Test
  void whatLiesBesideTheAskerComesFirstAndWhatNobodyHoldsIsTheSystems() throws IOException {
    file("a/one.so", TinyElf.x64().with(1, "/opt/libmoon.so.2").with(1, "libc.so.6"));
    file("a/libmoon.so.2", TinyElf.x64());
    file("b/libmoon.so.2", TinyElf.x64());
    Component component = component();
    NativeLinkage linkage = linkage(component);
    Demand moon = onlyDemand(linkage, component.item("a/one.so").orElseThrow());
    assertThat(paths(linkage.resolve(moon))).containsExactly("a/libmoon.so.2");
  }

  @Test
  void whatCannotBeReadIsToldAsWhatOnlyTheRunWillTell() throws IOException {
    byte[] whole = TinyElf.x64().with(1, "libmoon.so.2").bytes();
    files.add(
        new TreeFile("a/cut.so", Content.of(java.util.Arrays.copyOf(whole, whole.length / 2))));
    byte[] aix = new byte[64];
    aix[0] = 1;
    aix[1] = (byte) 0xf7;
    files.add(new TreeFile("a/aix.so", Content.of(aix)));
    Component component = component();
    NativeLinkage linkage = linkage(component);
    for (Item item : component.items()) {
      assertThat(linkage.demandsOf(item).named()).isEmpty();
      assertThat(linkage.demandsOf(item).open())
          .singleElement()
          .satisfies(o -> assertThat(o.asksFor()).isEqualTo("any native library"));
    }
  }
}
