package dev.girdle.node.source;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class DynamicImportsTest {
  private static List<String> at(String text) {
    return DynamicImports.of(text).calls().stream()
        .map(start -> text.substring(start, Math.min(text.length(), start + 12)))
        .toList();
  }

  @Test
  void findsCallsAndNothingElse() {
    assertThat(at("const a = await import('./berth'); import (b)"))
        .containsExactly("import('./be", "import (b)");
    assertThat(
            at(
                """
                import x from 'y';
                /* import('in a comment') */ // import('behind')
                const s = "import('a')" + 'import("b")' + `import(c) ${import('d')} import(e)`;
                const r = /import(f)/.test(s), m = import.meta.url, o = pier.import('g');
                /** @type {import('h').Tide} */
                exports.import = { import: (i) => i };
                """))
        .containsExactly("import('d')}");
    assertThat(at("no such word")).isEmpty();
    assertThat(at("")).isEmpty();
    assertThat(at("\ufeff#!x\nim\\u0070ort(x); import(")).containsExactly("import(");
  }

  @Test
  void tellsTextsThatMayBecomeCode() {
    assertThat(DynamicImports.of("new Function('m', 'return import(m)')").areInTexts()).isTrue();
    assertThat(DynamicImports.of("eval(`import (${x})`)").areInTexts()).isTrue();
    assertThat(DynamicImports.of("import('x') // 'import(y)'").areInTexts()).isFalse();
    assertThat(DynamicImports.of("/** {import('x')} */ const r = /import(y)/;").areInTexts())
        .isFalse();
    assertThat(DynamicImports.of("'reimport(x)'").areInTexts()).isFalse();
  }
}
