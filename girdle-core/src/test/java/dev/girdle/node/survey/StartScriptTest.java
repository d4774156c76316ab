package dev.girdle.node.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StartScriptTest {
  @Test
  void takesVariablesOptionsAndArguments() {
    assertThat(StartScript.of("node server.js"))
        .contains(new StartScript(Map.of(), List.of(), "server.js", List.of()));
    assertThat(
            StartScript.of(
                " PIER=\"the north\" TIDE=high node -r ./first --require=a/b --import 'x y' . --port"
                    + " 80 'a b'"))
        .contains(
            new StartScript(
                Map.of("PIER", "the north", "TIDE", "high"),
                List.of("-r", "./first", "--require=a/b", "--import", "x y"),
                ".",
                List.of("--port", "80", "a b")));
  }

  @ValueSource(
      strings = {
        "",
        "node",
        "node -v",
        "npm run serve",
        "node a.js && node b.js",
        "node a.js > log",
        "node a.js | tee",
        "node $FILE",
        "node `which x`",
        "node *.js",
        "cd dist; node a.js",
        "node 'a.js",
        "NODE=1",
        "node \"$HOME/a.js\"",
        "node a.js &"
      })
  @ParameterizedTest
  void leavesToAShellWhatItWouldChange(String script) {
    assertThat(StartScript.of(script)).isEmpty();
  }
}
