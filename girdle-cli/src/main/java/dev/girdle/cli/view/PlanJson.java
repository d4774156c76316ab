package dev.girdle.cli.view;

import dev.girdle.app.Target;
import dev.girdle.plan.Contents;
import dev.girdle.plan.Declared;
import dev.girdle.plan.Entry;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Plan;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** A plan as it is carried out, in the shape of {@code docs/schema/plan.schema.json}. */
final class PlanJson {
  private PlanJson() {}

  private static Object repositories(Declared declared) {
    return declared.byLanguage().isEmpty() ? declared.repositories() : declared.byLanguage();
  }

  static Map<String, Object> of(Plan plan) {
    List<String> from = new ArrayList<>();
    from.add(plan.source().app().toString());
    Map<String, Object> entries = new LinkedHashMap<>();
    plan.source().entries().forEach(e -> entries.put(e.label(), entry(e)));
    entries.remove("");
    return Json.object(
        "girdle",
        1,
        "application",
        Json.object(
            "from", from,
            "with", texts(plan.source().with()),
            "repositories", repositories(plan.source().declared()),
            "offline", plan.source().declared().offline()),
        "identity",
        identity(plan),
        "entries",
        entries.isEmpty() ? null : entries,
        "contents",
        contents(plan),
        "runtime",
        Json.object(
            "kind",
            plan.runtime().kind().text(),
            "from",
            plan.runtime().from().isEmpty() ? null : texts(plan.runtime().from())),
        "targets",
        plan.output().targets().isEmpty()
            ? null
            : plan.output().targets().stream().map(Target::text).toList(),
        "forms",
        plan.output().forms().stream().map(PlanJson::form).toList(),
        "out",
        plan.output().out().toString());
  }

  private static Map<String, Object> contents(Plan plan) {
    Contents contents = plan.choice().contents();
    Map<String, Object> only = new LinkedHashMap<>();
    contents.only().forEach((target, patterns) -> only.put(target, patterns(patterns)));
    return Json.object(
        "prune", plan.choice().prune().text(),
        "always", patterns(plan.choice().always()),
        "never", patterns(plan.choice().never()),
        "missing-ok", patterns(plan.choice().missingOk()),
        "start", said(contents.start()),
        "order", said(contents.order()),
        "only", only.isEmpty() ? null : only,
        "packs",
            contents.packs().isEmpty()
                ? null
                : contents.packs().stream()
                    .map(
                        p ->
                            Json.object(
                                "folder", p.folder(), "to", p.to(), "compressed", !p.isStored()))
                    .toList(),
        "untouched", said(contents.untouched()),
        "sources", contents.withoutSources() ? "leave-out" : "keep",
        "files",
            plan.files().stream()
                .map(f -> Json.object("from", f.from().toString(), "to", f.to()))
                .toList());
  }

  /** Nothing where the plan says nothing. */
  private static List<Object> said(List<NamePattern> patterns) {
    return patterns.isEmpty() ? null : patterns(patterns);
  }

  private static Map<String, Object> identity(Plan plan) {
    return Json.object(
        "name", plan.source().name(),
        "title", plan.metadata().title(),
        "description", plan.metadata().description(),
        "release", plan.source().release(),
        "vendor", plan.metadata().vendor(),
        "identifier", plan.metadata().identifier(),
        "homepage", plan.metadata().homepage(),
        "licence", plan.metadata().licence(),
        "icon", plan.metadata().icons().isEmpty() ? null : texts(plan.metadata().icons()));
  }

  private static Map<String, Object> entry(Entry entry) {
    return Json.object(
        "start", entry.start().isEmpty() ? null : entry.start(),
        "arguments", entry.arguments(),
        "options", entry.options(),
        "environment", entry.environment(),
        "window", entry.opensWindow());
  }

  private static boolean hasPacking(FormKind kind) {
    return kind == FormKind.EXECUTABLE || kind == FormKind.IMAGE;
  }

  private static Map<String, Object> form(FormRequest request) {
    return Json.object(
        "form",
        request.kind().text(),
        "kind",
        request.kind() == FormKind.ARCHIVE
            ? request.archive().name().toLowerCase(Locale.ROOT)
            : null,
        "as",
        request.as(),
        "compression",
        request.kind() == FormKind.FOLDER ? null : request.level(),
        "packing",
        hasPacking(request.kind()) ? request.compression().text() : null);
  }

  private static List<Object> patterns(List<NamePattern> patterns) {
    return patterns.stream()
        .map(
            p ->
                p.note().isEmpty()
                    ? (Object) p.text()
                    : Json.object("what", p.text(), "note", p.note()))
        .toList();
  }

  private static List<String> texts(List<Path> paths) {
    return paths.stream().map(Path::toString).toList();
  }
}
