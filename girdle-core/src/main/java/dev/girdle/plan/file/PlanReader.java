package dev.girdle.plan.file;

import static dev.girdle.plan.file.PlanFile.texts;

import com.fasterxml.jackson.databind.JsonNode;
import dev.girdle.app.Target;
import dev.girdle.io.Compression;
import dev.girdle.io.Paths;
import dev.girdle.plan.AppMetadata;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.Choice;
import dev.girdle.plan.Declared;
import dev.girdle.plan.Entry;
import dev.girdle.plan.ExtraFile;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import dev.girdle.plan.LinkHandling;
import dev.girdle.plan.NamePattern;
import dev.girdle.plan.Output;
import dev.girdle.plan.Placement;
import dev.girdle.plan.Plan;
import dev.girdle.plan.Prune;
import dev.girdle.plan.Rehearsal;
import dev.girdle.plan.RuntimeKind;
import dev.girdle.plan.RuntimeRequest;
import dev.girdle.plan.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Makes a plan of a tree that fits the schema. */
final class PlanReader {
  private final Path file;
  private final Path base;
  private final YamlText text;
  private final JsonNode root;
  private final List<Problem> problems = new ArrayList<>();

  PlanReader(Path file, YamlText text) {
    this.file = file;
    this.base = file.getParent() == null ? Path.of("") : file.getParent();
    this.text = text;
    this.root = text.root();
  }

  List<Problem> problems() {
    return problems;
  }

  Plan read() {
    List<Path> from = paths("/application/from");
    List<Path> with = new ArrayList<>(from.subList(Math.min(1, from.size()), from.size()));
    with.addAll(paths("/application/with"));
    List<Target> targets = texts(root.at("/targets")).stream().map(Target::of).toList();
    Optional<Target> only = targets.size() == 1 ? Optional.of(targets.get(0)) : Optional.empty();
    return new Plan(
        new Source(
            from.isEmpty() ? base : from.get(0),
            with,
            entries(),
            value("/identity/name"),
            value("/identity/release"),
            new Declared(
                texts(root.at("/application/repositories")),
                byLanguage(root.at("/application/repositories")),
                root.at("/application/offline").asBoolean(),
                only),
            value("/application/language"),
            LinkHandling.valueOf(upper(root.at("/application/links").asText("keep")))),
        choice(only),
        new Output(forms(), targets, out(), false),
        new AppMetadata(
            value("/identity/title"),
            value("/identity/description"),
            value("/identity/vendor"),
            value("/identity/identifier"),
            value("/identity/homepage"),
            value("/identity/licence"),
            value("/identity/copyright"),
            AppMetadata.Rights.valueOf(upper(value("/identity/rights").orElse("user"))),
            paths("/identity/icon")),
        files(),
        runtime(),
        rehearsals(),
        new ImageReader(root.path("image"), base).read(),
        Optional.of(file));
  }

  private static Map<String, List<String>> byLanguage(JsonNode repositories) {
    Map<String, List<String>> all = new LinkedHashMap<>();
    if (repositories.isObject()) {
      repositories.properties().forEach(e -> all.put(e.getKey(), texts(e.getValue())));
    }
    return all;
  }

  private RuntimeRequest runtime() {
    JsonNode node = root.path("runtime");
    String kind = node.isObject() ? node.path("kind").asText() : node.asText("host");
    JsonNode training = node.path("fast-start");
    return new RuntimeRequest(
        RuntimeKind.valueOf(upper(kind)),
        paths("/runtime/from"),
        node.path("debug-tables").asBoolean(true),
        training.isMissingNode() ? Optional.empty() : Optional.of(texts(training)),
        placement(node));
  }

  private Optional<Placement> placement(JsonNode node) {
    if (!node.has("place")) {
      if (node.has("as")) {
        problems.add(
            new Problem(
                text.atKey("/runtime/as"),
                "as says how the application lies in its place: add place"));
      }
      return Optional.empty();
    }
    String place = node.path("place").asText().replaceAll("/$", "");
    String leadsOut = Paths.leadsOut(place);
    if (leadsOut != null) {
      problems.add(new Problem(text.at("/runtime/place"), place + " " + leadsOut));
    }
    if (!node.path("kind").asText().equals("whole")) {
      problems.add(
          new Problem(
              text.atKey("/runtime/place"),
              "a program that runs applications goes along whole: kind: whole"));
    }
    return Optional.of(
        new Placement(
            place,
            Placement.Kind.valueOf(upper(node.path("as").asText("folder"))),
            node.path("program").asText()));
  }

  private List<Rehearsal> rehearsals() {
    List<Rehearsal> rehearsals = new ArrayList<>();
    root.path("rehearsals")
        .properties()
        .forEach(
            e -> {
              JsonNode node = e.getValue();
              String pointer = "/rehearsals/" + e.getKey();
              JsonNode up = node.path("stays-up");
              rehearsals.add(
                  new Rehearsal(
                      e.getKey(),
                      node.path("entry").asText(),
                      texts(node.path("arguments")),
                      paths(pointer + "/folder").stream().findFirst(),
                      paths(pointer + "/input").stream().findFirst(),
                      new Rehearsal.Expected(
                          node.path("status").asInt(0),
                          paths(pointer + "/output").stream().findFirst(),
                          texts(node.path("prints")),
                          pattern(node.path("matches"), pointer + "/matches"),
                          up.path("port").asInt(0),
                          up.path("line").asText()),
                      node.path("seconds").asInt(Rehearsal.USUAL_SECONDS)));
            });
    return rehearsals;
  }

  private Optional<String> pattern(JsonNode node, String pointer) {
    try {
      return node.isMissingNode()
          ? Optional.empty()
          : Optional.of(java.util.regex.Pattern.compile(node.asText()).pattern());
    } catch (java.util.regex.PatternSyntaxException e) {
      problems.add(
          new Problem(text.at(pointer), "is no regular expression: " + e.getDescription()));
      return Optional.empty();
    }
  }

  private Optional<String> value(String pointer) {
    JsonNode node = root.at(pointer);
    return node.isValueNode() && !node.isNull() ? Optional.of(node.asText()) : Optional.empty();
  }

  private Path out() {
    return Patterns.resolve(base, value("/out").orElse("sealed"));
  }

  private List<Path> paths(String pointer) {
    JsonNode node = root.at(pointer);
    List<Path> paths = new ArrayList<>();
    List<String> texts = texts(node);
    for (int i = 0; i < texts.size(); i++) {
      paths.addAll(paths(texts.get(i), node.isArray() ? pointer + "/" + i : pointer));
    }
    return paths;
  }

  private List<Path> paths(String path, String pointer) {
    try {
      List<Path> found = Patterns.find(base, path);
      if (found.isEmpty()) {
        problems.add(new Problem(text.at(pointer), "nothing fits " + path + " in " + shownBase()));
      }
      for (Path p : found) {
        if (!Files.exists(p)) {
          problems.add(
              new Problem(
                  text.at(pointer),
                  "no such file or folder: " + path + " (looked for in " + shownBase() + ")"));
        }
      }
      return found;
    } catch (IOException e) {
      problems.add(new Problem(text.at(pointer), "cannot be looked for: " + e.getMessage()));
      return List.of();
    }
  }

  private String shownBase() {
    return base.toString().isEmpty() ? "the folder of the plan" : base.toString();
  }

  private List<Entry> entries() {
    List<Entry> entries = new ArrayList<>();
    root.path("entries")
        .properties()
        .forEach(
            e -> {
              JsonNode entry = e.getValue();
              Map<String, String> environment = new LinkedHashMap<>();
              entry
                  .path("environment")
                  .properties()
                  .forEach(v -> environment.put(v.getKey(), v.getValue().asText()));
              entries.add(
                  new Entry(
                      e.getKey(),
                      entry.path("start").asText(),
                      texts(entry.path("arguments")),
                      texts(entry.path("options")),
                      environment,
                      entry.path("window").asBoolean(),
                      place("/entries/" + e.getKey() + "/start")));
            });
    return entries;
  }

  private String place(String pointer) {
    return text.place(file, pointer);
  }

  private Choice choice(Optional<Target> target) {
    return new Choice(
        value("/contents/prune").flatMap(Prune::called),
        Choice.USUAL.usual(),
        patterns("/contents/missing-ok"),
        value("/contents/missing").filter("refuse"::equals).isPresent(),
        patterns("/contents/always"),
        patterns("/contents/never"),
        paths("/contents/evidence"),
        target,
        new ContentsReader(file, text, problems).read());
  }

  private List<NamePattern> patterns(String pointer) {
    return ContentsReader.patterns(file, text, pointer);
  }

  private static boolean isPacked(FormKind kind, String packing) {
    return kind == FormKind.EXECUTABLE || kind == FormKind.IMAGE && !packing.equals("xz");
  }

  private List<FormRequest> forms() {
    List<FormRequest> forms = new ArrayList<>();
    for (JsonNode node : root.path("forms")) {
      FormRequest plain =
          FormRequest.of(FormKind.valueOf(upper(node.path("form").asText(node.asText()))));
      String pointer = "/forms/" + forms.size();
      boolean isArchive = plain.kind() == FormKind.ARCHIVE;
      if (node.has("kind") && !isArchive) {
        problems.add(
            new Problem(text.atKey(pointer + "/kind"), "kind is a matter of the form archive"));
      }
      if (node.has("packing") && !isPacked(plain.kind(), node.path("packing").asText())) {
        problems.add(
            new Problem(
                text.atKey(pointer + "/packing"),
                "packing is a matter of the form executable, and of images but for xz"));
      }
      if (node.has("compression") && plain.kind() == FormKind.FOLDER) {
        problems.add(
            new Problem(
                text.atKey(pointer + "/compression"), "nothing is compressed in the form folder"));
      }
      forms.add(
          new FormRequest(
              plain.kind(),
              ArchiveKind.valueOf(upper(node.path("kind").asText("fitting"))),
              Optional.ofNullable(node.path("as").textValue()),
              node.path("compression").asInt(FormRequest.USUAL_COMPRESSION),
              Compression.valueOf(upper(node.path("packing").asText("gzip")))));
    }
    return forms;
  }

  private List<ExtraFile> files() {
    List<ExtraFile> files = new ArrayList<>();
    JsonNode all = root.at("/contents/files");
    for (int i = 0; i < all.size(); i++) {
      String pointer = "/contents/files/" + i;
      String to = all.get(i).path("to").asText();
      String leadsOut = Paths.leadsOut(to);
      if (leadsOut != null) {
        problems.add(new Problem(text.at(pointer + "/to"), to + " " + leadsOut));
        continue;
      }
      String from = all.get(i).path("from").asText();
      boolean intoFolder = to.endsWith("/") || from.indexOf('*') >= 0;
      String folder = to.endsWith("/") ? to : to + "/";
      for (Path path : paths(from, pointer + "/from")) {
        boolean named = intoFolder && !Files.isDirectory(path);
        files.add(
            new ExtraFile(
                path,
                named ? folder + path.getFileName() : to.replaceAll("/$", ""),
                LinkHandling.valueOf(upper(all.get(i).path("links").asText("keep")))));
      }
    }
    return files;
  }

  private static String upper(String word) {
    return word.toUpperCase(Locale.ROOT);
  }
}
