package dev.girdle.cli.view;

import dev.girdle.cli.view.Console.Paint;
import dev.girdle.depot.Offer;
import dev.girdle.depot.Release;
import dev.girdle.depot.ReleaseAccount;
import dev.girdle.depot.Signatures;
import dev.girdle.io.Sizes;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Shows the releases of a name in a depot.
 *
 * @param name where they are
 * @param rows those that were looked at, newest first
 * @param count how many there are
 * @param usual the one that a receiver gets who names none; empty if there is none
 * @param into the folder whose releases count as being here; null for none
 */
public record ReleasesView(String name, List<Row> rows, int count, String usual, Path into)
    implements View {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm").withZone(ZoneOffset.UTC);

  /**
   * A release.
   *
   * @param account what the depot tells of it
   * @param cost how many bytes a receiver here would fetch; null if nobody asked, or there is
   *     nothing for this machine
   */
  public record Row(ReleaseAccount account, Long cost) {}

  @Override
  public void print(Console console) {
    console.heading(name + ": " + SurveyView.count(count, "release"));
    boolean hasSignatures = rows.stream().anyMatch(r -> !r.account().signatures().isEmpty());
    Table table =
        new Table("l" + (into == null ? "" : "r") + "rl" + (hasSignatures ? "l" : "") + "l");
    List<String> head = new ArrayList<>(List.of("RELEASE"));
    if (into != null) {
      head.add("TO FETCH");
    }
    head.addAll(List.of("SIZE", "DELIVERED (UTC)"));
    if (hasSignatures) {
      head.add("SIGNED BY");
    }
    head.add("WHAT");
    table.row(head.toArray(String[]::new));
    for (Row row : rows) {
      Release release = row.account().release();
      List<String> cells = new ArrayList<>();
      cells.add(
          release.name().equals(usual)
              ? console.paint(Paint.GOOD, release.name() + " *")
              : release.name());
      if (into != null) {
        cells.add(row.cost() == null ? "-" : Sizes.of(row.cost()));
      }
      cells.add(Sizes.of(release.bytes()));
      cells.add(row.account().created().map(ReleasesView::day).orElse("-"));
      if (hasSignatures) {
        cells.add(signed(row.account(), console));
      }
      cells.add(what(release));
      table.row(cells.toArray(String[]::new));
    }
    table.print(console, true);
    if (rows.size() < count) {
      console.line("  … and " + (count - rows.size()) + " older ones (--most shows more)");
    }
    console.gap();
    console.line(
        usual.isEmpty()
            ? "  None of them is stable: who wants one has to name it, or allow it with --pre."
            : "  * who names none gets " + usual + ": girdle receive " + name + " --into DIR");
  }

  static String day(Instant time) {
    return DAY.format(time);
  }

  /** A signature that nobody has verified is told as such. */
  static String signed(ReleaseAccount account, Console console) {
    Optional<Signatures.Found> trusted =
        account.signatures().stream().filter(Signatures.Found::isTrusted).findFirst();
    if (trusted.isPresent()) {
      return console.paint(Paint.GOOD, trusted.get().key());
    }
    return account.signatures().isEmpty()
        ? "-"
        : account.signatures().get(0).key() + " (not verified)";
  }

  /** {@code folder for linux-x64, windows-x64; image for linux-x64}. */
  private static String what(Release release) {
    Map<String, TreeSet<String>> targets = new TreeMap<>();
    for (Offer offer : release.offers()) {
      targets.computeIfAbsent(offer.form(), f -> new TreeSet<>()).add(offer.target().orElse(""));
    }
    return targets.entrySet().stream()
        .map(
            e -> {
              String all =
                  e.getValue().stream().filter(t -> !t.isEmpty()).collect(Collectors.joining(", "));
              return e.getKey() + (all.isEmpty() ? "" : " for " + all);
            })
        .collect(Collectors.joining("; "));
  }

  @Override
  public void printJson(Console console) {
    Json.print(
        console,
        Json.object(
            "name",
            name,
            "count",
            count,
            "usual",
            usual.isEmpty() ? null : usual,
            "releases",
            rows.stream().map(r -> json(r.account(), r.cost())).toList()));
  }

  static Map<String, Object> json(ReleaseAccount account, Long cost) {
    Release release = account.release();
    return Json.object(
        "release", release.name(),
        "digest", release.top().descriptor().digest(),
        "bytes", release.bytes(),
        "toFetch", cost,
        "delivered", account.created().map(Instant::toString),
        "targets",
            release.offers().stream()
                .flatMap(o -> o.target().stream())
                .distinct()
                .sorted()
                .toList(),
        "artifacts",
            release.offers().stream()
                .map(
                    o ->
                        Json.object(
                            "form", o.form(),
                            "target", o.target(),
                            "digest", o.where().digest(),
                            "bytes", o.bytes()))
                .toList(),
        "signatures",
            account.signatures().stream()
                .map(
                    s ->
                        Json.object(
                            "key", s.key(),
                            "trusted", s.isTrusted(),
                            "time", s.time().toString()))
                .toList());
  }
}
