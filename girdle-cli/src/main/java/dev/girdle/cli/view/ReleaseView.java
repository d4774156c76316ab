package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.Offer;
import dev.girdle.depot.ReleaseAccount;
import dev.girdle.depot.Signatures;
import dev.girdle.image.Annotations;
import dev.girdle.io.Paths;
import dev.girdle.io.Sizes;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Shows all that is said of a release in a depot.
 *
 * @param name where it is
 * @param account what the depot tells of it
 */
public record ReleaseView(String name, ReleaseAccount account) implements View {
  private static final Map<String, String> WORDS = new LinkedHashMap<>();

  static {
    WORDS.put("title", Annotations.TITLE);
    WORDS.put("description", Annotations.DESCRIPTION);
    WORDS.put("vendor", Annotations.VENDOR);
    WORDS.put("licence", Annotations.LICENCES);
    WORDS.put("homepage", Annotations.URL);
  }

  @Override
  public void print(Console console) {
    console.heading(name + " " + account.release().name());
    Table table = new Table("ll");
    WORDS.forEach(
        (word, key) -> account.about().word(key).ifPresent(text -> table.row(word, clean(text))));
    table.row("digest", account.release().top().descriptor().digest());
    account.created().ifPresent(c -> table.row("delivered", ReleasesView.day(c) + " UTC"));
    for (Signatures.Found one : account.signatures()) {
      table.row(
          "signed by",
          one.key()
              + " on "
              + ReleasesView.day(one.time())
              + " UTC, "
              + (one.isTrusted()
                  ? console.paint(Paint.GOOD, "which is trusted")
                  : "not verified (--trust KEY does)"));
    }
    table.print(console, false);
    console.heading("Artifacts");
    Table artifacts = new Table("lrl");
    for (Offer offer : account.release().offers()) {
      artifacts.row(offer.kind(), Sizes.of(offer.bytes()), offer.where().digest());
    }
    artifacts.print(console, false);
    account
        .about()
        .notes()
        .ifPresent(
            notes -> {
              console.heading("Notes");
              notes.lines().forEach(line -> console.line(("  " + clean(line)).stripTrailing()));
            });
    console.gap();
    console.line(
        "  Receive it: girdle receive " + name + "@" + account.release().name() + " --into DIR");
  }

  /** Texts of others must not move the cursor. */
  private static String clean(String text) {
    return Paths.printable(text.replace('\t', ' '));
  }

  @Override
  public void printJson(Console console) {
    Map<String, Object> all = new LinkedHashMap<>(Json.object("name", name));
    all.putAll(ReleasesView.json(account, null));
    WORDS.forEach((word, key) -> account.about().word(key).ifPresent(t -> all.put(word, t)));
    account.about().notes().ifPresent(n -> all.put("notes", n));
    Json.print(console, all);
  }
}
