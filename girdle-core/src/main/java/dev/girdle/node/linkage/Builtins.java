package dev.girdle.node.linkage;

import dev.girdle.app.Component;
import dev.girdle.app.Item;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The modules that Node itself has (Node.js documentation, "module.builtinModules"). */
final class Builtins {
  private static final String SCHEME = "node:";
  private static final List<String> NAMES =
      List.of(
          "assert",
          "assert/strict",
          "async_hooks",
          "buffer",
          "child_process",
          "cluster",
          "console",
          "constants",
          "crypto",
          "dgram",
          "diagnostics_channel",
          "dns",
          "dns/promises",
          "domain",
          "events",
          "fs",
          "fs/promises",
          "http",
          "http2",
          "https",
          "inspector",
          "inspector/promises",
          "module",
          "net",
          "os",
          "path",
          "path/posix",
          "path/win32",
          "perf_hooks",
          "process",
          "punycode",
          "querystring",
          "readline",
          "readline/promises",
          "repl",
          "sea",
          "sqlite",
          "stream",
          "stream/consumers",
          "stream/promises",
          "stream/web",
          "string_decoder",
          "sys",
          "test",
          "test/reporters",
          "timers",
          "timers/promises",
          "tls",
          "trace_events",
          "tty",
          "url",
          "util",
          "util/types",
          "v8",
          "vm",
          "wasi",
          "worker_threads",
          "zlib");

  /** Those that are only found with the scheme before them. */
  private static final List<String> ONLY_WITH_SCHEME =
      List.of("sea", "sqlite", "test", "test/reporters");

  /** The first releases of those that not all Nodes have that rules here are made for. */
  private static final Map<String, String> FIRST_RELEASES =
      Map.of(
          "inspector/promises", "19.0.0",
          "sea", "20.12.0",
          "sqlite", "22.5.0",
          "test/reporters", "18.17.0");

  private final Component runtime = Component.runtime("Node.js", NAMES);

  /**
   * The module of a name; a name with {@code node:} that this list does not know is one as well.
   */
  Optional<Item> named(String specifier) {
    if (specifier.startsWith(SCHEME)) {
      return runtime.item(specifier.substring(SCHEME.length()));
    }
    return ONLY_WITH_SCHEME.contains(specifier) ? Optional.empty() : runtime.item(specifier);
  }

  /** The first release of Node that has a module; empty if all do. */
  static Optional<String> firstRelease(Item module) {
    return Optional.ofNullable(FIRST_RELEASES.get(module.path()));
  }

  /** Whether a name can only be that of a module of the runtime. */
  static boolean isOne(String specifier) {
    return specifier.startsWith(SCHEME);
  }
}
