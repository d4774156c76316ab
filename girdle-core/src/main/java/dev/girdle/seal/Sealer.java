package dev.girdle.seal;

import dev.girdle.app.Identity;
import dev.girdle.app.LaunchSpec;
import dev.girdle.app.Target;
import dev.girdle.ecosystem.Progress;
import dev.girdle.ecosystem.Shape;
import dev.girdle.fault.GirdleException;
import dev.girdle.form.ArchiveForm;
import dev.girdle.form.ExecutableForm;
import dev.girdle.form.FolderForm;
import dev.girdle.form.Form;
import dev.girdle.form.Pack;
import dev.girdle.form.ProgramForm;
import dev.girdle.form.TarForm;
import dev.girdle.form.TextForm;
import dev.girdle.identity.WindowsPrograms;
import dev.girdle.io.Compression;
import dev.girdle.io.Few;
import dev.girdle.io.SourceDate;
import dev.girdle.layout.Layout;
import dev.girdle.layout.LayoutFile;
import dev.girdle.layout.LayoutStart;
import dev.girdle.layout.WindowsStart;
import dev.girdle.place.Output;
import dev.girdle.place.Windows;
import dev.girdle.plan.ArchiveKind;
import dev.girdle.plan.FormKind;
import dev.girdle.plan.FormRequest;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.LongConsumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Makes artifacts of an assessed application. */
public final class Sealer {
  /** How many files are told by name. */
  private static final int MOST_MARKS = 3;

  private final String girdleRelease;
  private final Progress progress;
  private final Optional<Gate> gate;

  /**
   * Creates a sealer.
   *
   * @param girdleRelease goes into the records
   * @param progress is told how the work gets on
   */
  public Sealer(String girdleRelease, Progress progress) {
    this(girdleRelease, progress, Optional.empty());
  }

  private Sealer(String girdleRelease, Progress progress, Optional<Gate> gate) {
    this.girdleRelease = girdleRelease;
    this.progress = progress;
    this.gate = gate;
  }

  /**
   * The same, but that what it makes has to pass a gate before it gets to its place.
   *
   * @param newGate the gate
   * @return a new sealer
   */
  public Sealer through(Gate newGate) {
    return new Sealer(girdleRelease, progress, Optional.of(newGate));
  }

  /**
   * Makes all artifacts of one target. Everything that can be checked is checked before the first
   * of them is begun.
   *
   * @param analysis what is known about the application
   * @return the artifacts, in the order of the plan's forms
   * @throws GirdleException if something that is needed is missing, or a place cannot be written;
   *     artifacts that could be made stay
   */
  public List<Artifact> seal(Analysis analysis) {
    return seal(new Analyses(List.of(analysis))).orThrow();
  }

  /**
   * Makes all artifacts of a plan. What stands in the way of one does not stand in the way of the
   * others.
   *
   * @param analyses what is known about the application on each target
   * @return what was made, and what was not
   * @throws GirdleException if a place is taken or not fit, before anything is begun
   */
  public Outcome seal(Analyses analyses) {
    List<Artifact> artifacts = new ArrayList<>();
    List<Outcome.Failure> failures = new ArrayList<>();
    List<Analysis> sound = new ArrayList<>();
    Faults faults = new Faults();
    for (Analysis analysis : analyses.all()) {
      String all = analysis.plan().choice().target().map(Target::text).orElse("all forms");
      requireShapes(analysis);
      if (attempt(all, failures, () -> faults.throwIfAny(analysis))) {
        sound.add(analysis);
      }
    }
    Places places = Places.of(sound);
    Set<FormRequest> images = new LinkedHashSet<>();
    for (Analysis analysis : sound) {
      Optional<Target> target = analysis.plan().choice().target();
      for (FormRequest form : analysis.plan().output().forms()) {
        if (form.kind() == FormKind.IMAGE) {
          if (images.add(form)) {
            Images maker = new Images(girdleRelease, progress, gate);
            Path place = places.of(target, form);
            attempt(form.label(), failures, () -> artifacts.add(maker.make(sound, form, place)));
          }
          continue;
        }
        String what = form.label() + target.map(t -> " for " + t.text()).orElse("");
        attempt(what, failures, () -> artifacts.add(make(analysis, form, places.of(target, form))));
      }
    }
    return new Outcome(artifacts, failures);
  }

  private static boolean attempt(String what, List<Outcome.Failure> failures, Runnable work) {
    try {
      work.run();
      return true;
    } catch (GirdleException e) {
      failures.add(new Outcome.Failure(what, e));
      return false;
    }
  }

  private Artifact make(Analysis analysis, FormRequest wished, Path place) {
    Optional<String> reader =
        shape(analysis, wished) == Shape.FOLDER
            ? Optional.empty() // which has all components as files
            : analysis.model().listsComponents();
    FormRequest request = fitting(wished, reader.isPresent() || isOneTree(analysis));
    String top = top(request, place);
    Shape shape = shape(analysis, request);
    Layout layout = new Composition(analysis, shape, request.kind()).layout();
    Form form = form(analysis, request, top, layout);
    List<String> notices = new ArrayList<>(layout.notices());
    reader.map(r -> aboutClassPath(analysis, wished, r)).ifPresent(notices::add);
    if (shape != Shape.FOLDER) {
      analysis.model().grantsRightsByPlace().map(Sealer::aboutRights).ifPresent(notices::add);
    }
    if (shape == Shape.MERGED) {
      analysis.model().tellsComponentsApart().map(Sealer::aboutOneTree).ifPresent(notices::add);
      if (reader.isPresent()) {
        aboutMarks(analysis).ifPresent(notices::add);
      }
    }
    String label = label(analysis, request);
    RecordBuilder accounts = new RecordBuilder(girdleRelease, analysis, label, layout);
    long size;
    boolean replace = analysis.plan().output().replace();
    try (Output output = Output.at(place, "--out", there -> replace && Places.isOfGirdle(there))) {
      try {
        form.write(layout, output.work(), accounts::bytes, meter(layout, place));
      } catch (IOException e) {
        throw output.cannotWrite(e);
      }
      if (gate.isPresent() && request.kind() != FormKind.SYMBOLS) {
        progress.at("rehearsing " + place.getFileName(), 0, 0);
        notices.addAll(gate.get().pass(output.work()));
      }
      size = sizeOf(output.work()); // once it is in its place, others may replace it
      output.moveIn();
    }
    return new Artifact(
        label,
        analysis.plan().choice().target(),
        place,
        size,
        layout.files().size(),
        start(request, layout, place, top),
        notices);
  }

  private static FormRequest fitting(FormRequest request, boolean readsClassPath) {
    boolean isFree = request.archive() == ArchiveKind.FITTING;
    return isFree
        ? request.with(readsClassPath ? ArchiveKind.MERGED : ArchiveKind.NESTED)
        : request;
  }

  /** Who reads the class path as files finds one file in an archive. */
  private static String aboutClassPath(Analysis analysis, FormRequest request, String reader) {
    String why = reader + " may read the class path as files, or hand it on";
    if (shape(analysis, fitting(request, true)) == Shape.MERGED) {
      return request.archive() == ArchiveKind.FITTING
          ? why + ", so the archive is one tree; --archive nested makes it another"
          : why + ", which are one file in an archive";
    }
    return why + ", which are one file in an archive; a folder has them all";
  }

  /** In one tree nothing is left of where a class came from. */
  private static String aboutOneTree(String comparer) {
    return comparer
        + " tells code apart by the file that it lies in, which is one file in a merged archive;"
        + " a folder and a nested archive have them all";
  }

  /** Who looks through the files of its class path may look for what is in those with a mark. */
  private static Optional<String> aboutMarks(Analysis analysis) {
    List<String> marks = analysis.model().marksOfComponents(analysis.closure());
    if (marks.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        Few.of(marks, MOST_MARKS)
            + (marks.size() == 1 ? " lies" : " lie")
            + " in some libraries only; a program that takes that for a mark of the library finds"
            + " the whole archive marked, and may fail; a folder keeps libraries apart");
  }

  /** What lies in a file of another name, or in one with all else, may get other rights. */
  private static String aboutRights(String grantor) {
    return grantor
        + " grants rights to code by the file that it lies in, which an archive changes;"
        + " a folder has the files as they were";
  }

  /** The folder inside a packed folder, which is called like the archive. */
  private static String top(FormRequest request, Path place) {
    String name = place.getFileName().toString();
    return switch (request.kind()) {
      case FOLDER, ARCHIVE, EXECUTABLE, IMAGE, SYMBOLS -> "";
      case ZIP, TGZ -> name.replaceFirst("\\.(zip|tgz|tar\\.gz)$", "") + "/";
    };
  }

  /** Where there is but one kind of archives, nobody has to be told which it is. */
  private static String label(Analysis analysis, FormRequest request) {
    return request.kind() == FormKind.ARCHIVE && isOneTree(analysis) ? "archive" : request.label();
  }

  private static boolean isOneTree(Analysis analysis) {
    return !analysis.ecosystem().support().shapes().contains(Shape.NESTED);
  }

  private static Form form(Analysis analysis, FormRequest request, String top, Layout layout) {
    SourceDate date = SourceDate.of(System.getenv("SOURCE_DATE_EPOCH"));
    return switch (request.kind()) {
      case FOLDER -> new FolderForm(date);
      case ZIP, ARCHIVE, SYMBOLS -> {
        Pack pack = new Pack(date, request.level(), Compression.GZIP, top);
        yield layout.starting().frame().isPresent()
            ? new TextForm(pack, layout.starting().frame().get())
            : new ArchiveForm(pack);
      }
      case IMAGE -> throw new IllegalStateException("images are made of several layouts");
      case TGZ -> new TarForm(new Pack(date, request.level(), Compression.GZIP, top));
      case EXECUTABLE -> {
        Pack pack = new Pack(date, request.level(), request.compression(), "");
        boolean isArchive = isSelfStartingArchive(analysis, request);
        if (Target.isOf("windows", analysis.plan().choice().target())) {
          yield program(analysis, layout, pack, isArchive);
        }
        yield isArchive ? new ArchiveForm(pack) : new ExecutableForm(pack, head(analysis));
      }
    };
  }

  private static Form program(Analysis analysis, Layout layout, Pack pack, boolean isArchive) {
    List<WindowsStart> starts = layout.starting().programs();
    if (!layout.links().isEmpty()) {
      throw GirdleException.application(
          "it has symbolic links, the first of them "
              + layout.links().get(0).path()
              + ", and Windows keeps none in what is unpacked there",
          "  Hand over what they lead to in their place.");
    }
    Identity identity = analysis.application().identity();
    WindowsPrograms programs = new WindowsPrograms(identity, analysis.plan().metadata());
    return isArchive
        ? new ArchiveForm(pack, programs.starter(starts.get(0)))
        : new ProgramForm(pack, identity.name(), payload -> programs.unpacker(starts, payload));
  }

  /**
   * Without a runtime in it, an executable is an archive that starts itself, where there is one.
   */
  private static boolean isSelfStartingArchive(Analysis analysis, FormRequest request) {
    return request.kind() == FormKind.EXECUTABLE
        && !analysis.plan().runtime().isBundled()
        && !isOneTree(analysis);
  }

  /** What a language cannot be laid out as is said with what it can. */
  private static void requireShapes(Analysis analysis) {
    for (FormRequest form : analysis.plan().output().forms()) {
      if (!isAble(analysis, form)) {
        String others =
            Stream.of(FormKind.values())
                .filter(k -> isAble(analysis, FormRequest.of(k)))
                .map(FormKind::text)
                .collect(Collectors.joining(", "));
        boolean isOtherKind = isAble(analysis, FormRequest.of(form.kind()));
        throw GirdleException.request(
            analysis.ecosystem().name()
                + " programs cannot be sealed with "
                + (isOtherKind
                    ? "--archive " + form.archive().name().toLowerCase(Locale.ROOT)
                    : "--form " + form.kind().text()),
            "  What can be made: " + others);
      }
    }
  }

  private static boolean isAble(Analysis analysis, FormRequest form) {
    return analysis
        .ecosystem()
        .support()
        .shapes()
        .contains(shape(analysis, fitting(form, isOneTree(analysis))));
  }

  private static ExecutableForm.Head head(Analysis analysis) {
    Identity identity = analysis.application().identity();
    return new ExecutableForm.Head(
        identity.title(),
        identity.name(),
        identity.variablePrefix(),
        analysis.application().starts().stream().map(LaunchSpec::label).toList());
  }

  private static String start(FormRequest request, Layout layout, Path place, String top) {
    String inside = layout.starting().line().formatted(top.replaceFirst("/$", ""));
    return switch (request.kind()) {
      case FOLDER -> startOfFolder(layout.starting(), place);
      case ARCHIVE, IMAGE, SYMBOLS -> layout.starting().line().formatted(place);
      case EXECUTABLE ->
          place.isAbsolute() || place.getNameCount() > 1 ? place.toString() : "./" + place;
      case ZIP -> "unzip " + place + " && " + inside;
      case TGZ -> "tar -xzf " + place + " && " + inside;
    };
  }

  /** As it is typed on this system, if the folder is for this system, too. */
  private static String startOfFolder(LayoutStart start, Path place) {
    return Windows.isHere() && !start.programs().isEmpty()
        ? place.resolve(start.programs().get(0).label() + ".exe").toString()
        : start.line().formatted(place);
  }

  private LongConsumer meter(Layout layout, Path place) {
    long total = layout.files().stream().map(LayoutFile::content).mapToLong(c -> c.size()).sum();
    long[] done = new long[1];
    return bytes -> {
      done[0] += bytes;
      progress.at("sealing " + place.getFileName(), done[0], total);
    };
  }

  private static Shape shape(Analysis analysis, FormRequest request) {
    if (isSelfStartingArchive(analysis, request)) {
      return Shape.NESTED;
    }
    if (request.kind() == FormKind.IMAGE) {
      return Shape.BARE;
    }
    if (request.kind() == FormKind.SYMBOLS) {
      return Shape.SYMBOLS;
    }
    if (request.kind() != FormKind.ARCHIVE) {
      return Shape.FOLDER;
    }
    return request.archive() == ArchiveKind.MERGED ? Shape.MERGED : Shape.NESTED;
  }

  /**
   * The size of a file, or of all files of a folder.
   *
   * @param place a file or folder
   * @return bytes
   */
  public static long sizeOf(Path place) {
    try (Stream<Path> walk = Files.walk(place)) {
      return walk.filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS))
          .mapToLong(f -> f.toFile().length())
          .sum();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
