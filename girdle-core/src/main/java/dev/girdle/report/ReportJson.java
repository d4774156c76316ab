package dev.girdle.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.closure.How;
import dev.girdle.report.ReportItem.Asker;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Writes a picture as the page reads it. What there is most of, pieces and links, is written column
 * by column, and texts that recur are written once, so that a page of 20,000 items stays small.
 */
final class ReportJson {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final ReportModel model;
  private final Map<String, Integer> numbers = new LinkedHashMap<>();
  private final Map<How, Integer> hows = new LinkedHashMap<>();

  private ReportJson(ReportModel model) {
    this.model = model;
  }

  /** The text can stand in a page: no mark-up can begin in it. */
  static String of(ReportModel model) {
    try {
      String text = JSON.writeValueAsString(new ReportJson(model).document());
      return text.replace("<", "\\u003c").replace("\u2028", "\\u2028").replace("\u2029", "\\u2029");
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private Map<String, Object> document() {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("subject", model.subject());
    document.put("parts", model.parts());
    document.put("pieces", pieces());
    document.put("links", links());
    document.put("gaps", model.gaps());
    document.put("questions", model.questions());
    document.put("conflicts", model.conflicts());
    document.put("sight", model.sight().orElse(null));
    document.put("editions", model.editions());
    document.put("notices", model.notices());
    document.put("fates", Stream.of(Disposition.values()).map(Disposition::label).toList());
    document.put("evidence", hows.getOrDefault(How.EVIDENCE, -1));
    document.put("hows", hows.keySet().stream().map(How::verb).toList());
    document.put("texts", new ArrayList<>(numbers.keySet()));
    return document;
  }

  private int text(String text) {
    Integer number = numbers.putIfAbsent(text, numbers.size());
    return number == null ? numbers.size() - 1 : number;
  }

  private int how(How how) {
    Integer number = hows.putIfAbsent(how, hows.size());
    return number == null ? hows.size() - 1 : number;
  }

  private Map<String, Object> pieces() {
    Map<String, Object> columns = new LinkedHashMap<>();
    columns.put("part", column(model.pieces(), ReportItem::part));
    columns.put("path", column(model.pieces(), ReportItem::path));
    columns.put("name", column(model.pieces(), ReportJson::name));
    columns.put("bytes", column(model.pieces(), ReportItem::bytes));
    columns.put("fate", column(model.pieces(), p -> p.disposition().ordinal()));
    columns.put("why", column(model.pieces(), p -> text(p.why())));
    columns.put("link", column(model.pieces(), ReportItem::link));
    columns.put("askers", column(model.pieces(), this::askers));
    return columns;
  }

  /**
   * Most names follow from the path: 1 for a path with dots for slashes and no ending, 0 for it.
   */
  private static Object name(ReportItem piece) {
    int dot = piece.path().lastIndexOf('.');
    if (piece.name().equals(piece.path())) {
      return 0;
    }
    boolean follows =
        dot > 0 && piece.path().substring(0, dot).replace('/', '.').equals(piece.name());
    return follows ? 1 : piece.name();
  }

  private int[] askers(ReportItem piece) {
    return piece.askers().stream()
        .flatMapToInt((Asker a) -> IntStream.of(a.piece(), how(a.how())))
        .toArray();
  }

  private Map<String, Object> links() {
    Map<String, Object> columns = new LinkedHashMap<>();
    columns.put("from", column(model.links(), Link::from));
    columns.put("member", column(model.links(), l -> text(l.member())));
    columns.put("line", column(model.links(), Link::line));
    columns.put("how", column(model.links(), l -> how(l.how())));
    columns.put("name", column(model.links(), l -> text(l.name())));
    columns.put("excuse", column(model.links(), l -> text(l.excuse())));
    columns.put("before", column(model.links(), Link::before));
    return columns;
  }

  private static <T> List<Object> column(List<T> rows, Function<T, Object> value) {
    return rows.stream().map(value).toList();
  }
}
