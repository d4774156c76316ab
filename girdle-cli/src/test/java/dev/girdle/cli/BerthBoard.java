package dev.girdle.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** A Node.js program of the harbour office, with packages that nobody asks for. */
final class BerthBoard {
  /** Whether this machine has what it takes to run it. */
  static final boolean CAN_RUN =
      Arrays.stream(System.getenv().getOrDefault("PATH", "").split(":"))
          .anyMatch(f -> Files.isExecutable(Path.of(f, "node")));

  /** What it says if it is started with the argument {@code --now}. */
  static final String SAYS = "north-south --quiet --now\nboard.html true\n";

  final Path app;

  BerthBoard(Path dir) throws IOException {
    app = dir.resolve("berth-board");
    file(
        "package.json",
        """
        {"name": "@ternhaven/berth-board", "version": "2.1.0", "license": "MIT",
         "scripts": {"start": "node server.js --quiet", "test": "checker ."},
         "engines": {"node": ">=18.2"},
         "dependencies": {"ropes": "^1.0.0"}, "optionalDependencies": {"radio": "*"},
         "devDependencies": {"checker": "^3.0.0"}}
        """);
    file(
        "server.js",
        """
        const path = require('path');
        const fs = require('node:fs');
        const ropes = require('ropes');
        let radio = null;
        try { radio = require('radio'); } catch { radio = null; }
        const berths = JSON.parse(fs.readFileSync(path.join(__dirname, 'data', 'berths.json')));
        if (process.env.HARBOUR_DEBUG) require('debug-tool');
        console.log(ropes.tie(berths.map(b => b.name)), process.argv.slice(2).join(' '));
        console.log(fs.readdirSync(path.join(__dirname, 'views')).join(), radio === null);
        """);
    file("data/berths.json", "[{\"name\": \"north\"}, {\"name\": \"south\"}]");
    file("views/board.html", "<h1>Berths</h1>");
    file("test/server.test.js", "require('checker'); require('../server');");
    file(".env", "HARBOUR_KEY=low-tide");
    file(".git/HEAD", "ref");
    pack("ropes", "1.2.0", "{\"hemp\": \"^1.0.0\"}");
    file(
        "node_modules/ropes/index.js",
        "exports.tie = a => require('hemp')(require('./lib/' + 'knot'), a);");
    file("node_modules/ropes/lib/knot.js", "module.exports = '-';");
    file("node_modules/ropes/lib/unused.js", "module.exports = require('checker');");
    file("node_modules/ropes/index.d.ts", "export declare function tie(a: string[]): string;");
    file("node_modules/ropes/README.md", "# Ropes");
    file("node_modules/ropes/LICENSE", "licence of ropes");
    file("node_modules/ropes/test/tie.js", "require('checker')");
    pack("hemp", "1.0.3", "{}");
    file("node_modules/hemp/index.js", "module.exports = (k, a) => a.join(k);");
    pack("checker", "3.4.0", "{\"checker-core\": \"1\"}");
    file("node_modules/checker/index.js", "require('checker-core')");
    pack("checker-core", "1.0.0", "{}");
    file("node_modules/checker-core/index.js", "");
    file("node_modules/.bin/checker", "#!/bin/sh\n");
  }

  void pack(String name, String release, String needs) throws IOException {
    file(
        "node_modules/" + name + "/package.json",
        "{\"name\": \"%s\", \"version\": \"%s\", \"license\": \"ISC\", \"dependencies\": %s}"
            .formatted(name, release, needs));
  }

  void file(String path, String text) throws IOException {
    Path file = app.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }
}
