package dev.girdle.node.source;

import static org.assertj.core.api.Assertions.assertThat;

import dev.girdle.node.source.Mention.Certainty;
import dev.girdle.node.source.Mention.Way;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SourceReaderTest {
  /** Modules and paths, as {@code WAY begin…end}, with a star for what is not known. */
  private static List<String> asked(String text) {
    return SourceReader.read(text).stream()
        .filter(m -> m.way() != Way.TEXT)
        .map(m -> m.way() + " " + m.begin() + (m.isWhole() ? "" : "*" + m.end()))
        .toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "const x = require('tides')|REQUIRE tides",
        "const x = require(\"tides\").high|REQUIRE tides",
        "require(`tides`)|REQUIRE tides",
        "require('ti' + 'des')|REQUIRE tides",
        "require.resolve('tides')|REQUIRE tides",
        "import 'tides'|IMPORT tides",
        "import x from 'tides'|IMPORT tides",
        "import * as x from \"tides\"|IMPORT tides",
        "import x, { high as h, low } from 'tides'|IMPORT tides",
        "import { high } from 'tides' with { type: 'json' }|IMPORT tides",
        "export * from 'tides'|IMPORT tides",
        "export { high } from 'tides'|IMPORT tides",
        "export * as all from 'tides'|IMPORT tides",
        "const x = await import('tides')|IMPORT tides",
        "import.meta.resolve('tides')|IMPORT tides",
        "const T = 'tides'; require(T)|REQUIRE tides",
        "require('./langs/' + name)|REQUIRE ./langs/*",
        "require(`./langs/${name}.js`)|REQUIRE ./langs/*.js",
        "require(name)|REQUIRE *",
        "path.join(__dirname, 'views')|PATH /views",
        "path.resolve(__dirname, '..', 'data', 'tides.json')|PATH /../data/tides.json",
        "readFileSync(__dirname + '/tides.json')|PATH /tides.json",
        "read(`${__dirname}/tides.json`)|PATH /tides.json",
        "join(import.meta.dirname, 'views')|PATH /views",
        "new URL('./tides.json', import.meta.url)|PATH /./tides.json",
        "new URL('../lib/x.wasm', import.meta.url)|PATH /../lib/x.wasm",
        "a = path.join(__dirname, 'langs', name + '.json')|PATH /langs/*.json"
      })
  void whatIsAskedForIsFound(String text, String asked) {
    assertThat(asked(text)).contains(asked);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "// require('no')",
        "/* require('no') */ x",
        "const x = \"require('no')\"",
        "const x = `require('no')`",
        "const x = /require('no')/",
        "if (a) /require('no')/.test(b)",
        "return /[/]require('no')/",
        "a = b ? /'/ : /require('no')/",
        "x = `${ '}' } require('no')`",
        "x.require('no')",
        "function require(name) {}",
        "import.meta.url",
        "export const from = 'no'",
        "new URL('https://ternhaven.example/', base)",
        "<!-- require('no')"
      })
  void whatOnlyLooksLikeItIsNot(String text) {
    assertThat(asked(text)).noneMatch(a -> a.contains("no"));
  }

  @Test
  void whatFollowsThingsThatAreHardToReadIsReadAgain() {
    assertThat(
            asked(
                "const a = b / c; require('one') // '\n"
                    + "x = a++ / 2; require('two');\n"
                    + "y = (a) / 2; require('three');\n"
                    + "z = [1] / 2; require('four');\n"
                    + "s = `a ${ { b: `c ${d}` }.b } e`; require('five');\n"
                    + "t = 'it\\'s'; require('six');\n"
                    + "class Q { #x = 1; get #y() { return this.#x } } require('seven');\n"
                    + "u = a?.b ?? c?.[0]; require('eight');\n"
                    + "v = 1_000n / 0x1fe+1; require('nine');\n"
                    + "w = /a\\/b[/']/gi.test(x); require('ten')\n"))
        .containsExactly(
            "REQUIRE one",
            "REQUIRE two",
            "REQUIRE three",
            "REQUIRE four",
            "REQUIRE five",
            "REQUIRE six",
            "REQUIRE seven",
            "REQUIRE eight",
            "REQUIRE nine",
            "REQUIRE ten");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "require('x')|ALWAYS",
        "module.exports = { x: require('x') }|ALWAYS",
        "foo(require('x'), { y: 1 })|ALWAYS",
        "import x from 'x'|ALWAYS",
        "function f() { require('x') }|PERHAPS",
        "if (a) { require('x') }|PERHAPS",
        "if (a) require('x')|PERHAPS",
        "a && require('x')|PERHAPS",
        "const y = a ? require('x') : 0|PERHAPS",
        "const f = () => require('x')|PERHAPS",
        "import('x')|PERHAPS",
        "try { require('x') } catch (e) {}|CAUGHT",
        "try { require('x') } finally { y() }|PERHAPS",
        "import('x').catch(() => null)|CAUGHT",
        "__require('x')|CAUGHT"
      })
  void howSureItIs(String text, Certainty certainty) {
    assertThat(SourceReader.read(text))
        .filteredOn(m -> m.way() != Way.TEXT)
        .extracting(Mention::certainty)
        .containsExactly(certainty);
  }

  @Test
  void anotherRequireIsOneToo() {
    assertThat(
            asked(
                "import { createRequire } from 'node:module';\n"
                    + "const load = createRequire(import.meta.url);\n"
                    + "load('tides');"))
        .contains("IMPORT node:module", "REQUIRE tides");
  }

  @Test
  void linesAreThoseOfTheFile() {
    List<Mention> all = SourceReader.read("#!/usr/bin/env node\n/*\n*/\n`\n`\nrequire('x')\n");
    assertThat(all).filteredOn(m -> m.way() == Way.REQUIRE).extracting(Mention::line).contains(6);
  }

  /** Nothing that a file can hold keeps it from being read to its end. */
  @Test
  void damagedTextsAreReadToTheirEnd() {
    String text =
        "const a = `x ${b} y`; /r[e/]x/g; 'str'; try { require('q') } catch {} ({a:1}) /2/ 1;";
    java.util.Random random = new java.util.Random(15);
    for (int i = 0; i < 3000; i++) {
      StringBuilder damaged = new StringBuilder(text);
      for (int j = 0; j <= i % 5; j++) {
        int at = random.nextInt(damaged.length());
        damaged.setCharAt(at, "`'\"/\\{}()$[]\n \0x".charAt(random.nextInt(16)));
      }
      assertThat(SourceReader.read(damaged.toString())).isNotNull();
    }
    assertThat(SourceReader.read("(".repeat(10_000) + "require('x')")).isNotEmpty();
    assertThat(SourceReader.read("a+".repeat(100_000) + "require('x')")).isNotEmpty();
    assertThat(SourceReader.read("`${".repeat(10_000))).isNotNull();
  }
}
