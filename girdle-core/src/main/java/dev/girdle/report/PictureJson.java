package dev.girdle.report;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import dev.girdle.closure.How;
import dev.girdle.report.Piece.Asker;
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
final class PictureJson {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Picture picture;
  private final Map<String, Integer> numbers = new LinkedHashMap<>();
  private final Map<How, Integer> hows = new LinkedHashMap<>();

  private PictureJson(Picture picture) {
    this.picture = picture;
  }

  /** The text can stand in a page: no mark-up can begin in it. */
  static String of(Picture picture) {
    try {
      String text = JSON.writeValueAsString(new PictureJson(picture).document());
      return text.replace("<", "\\u003c").replace("\u2028", "\\u2028").replace("\u2029", "\\u2029");
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private Map<String, Object> document() {
    Map<String, Object> document = new LinkedHashMap<>();
    document.put("subject", picture.subject());
    document.put("parts", picture.parts());
    document.put("pieces", pieces());
    document.put("links", links());
    document.put("gaps", picture.gaps());
    document.put("questions", picture.questions());
    document.put("conflicts", picture.conflicts());
    document.put("sight", picture.sight().orElse(null));
    document.put("editions", picture.editions());
    document.put("notices", picture.notices());
    document.put("fates", Stream.of(Fate.values()).map(Fate::label).toList());
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
    columns.put("part", column(picture.pieces(), Piece::part));
    columns.put("path", column(picture.pieces(), Piece::path));
    columns.put("name", column(picture.pieces(), PictureJson::name));
    columns.put("bytes", column(picture.pieces(), Piece::bytes));
    columns.put("fate", column(picture.pieces(), p -> p.fate().ordinal()));
    columns.put("why", column(picture.pieces(), p -> text(p.why())));
    columns.put("link", column(picture.pieces(), Piece::link));
    columns.put("askers", column(picture.pieces(), this::askers));
    return columns;
  }

  /**
   * Most names follow from the path: 1 for a path with dots for slashes and no ending, 0 for it.
   */
  private static Object name(Piece piece) {
    int dot = piece.path().lastIndexOf('.');
    if (piece.name().equals(piece.path())) {
      return 0;
    }
    boolean follows =
        dot > 0 && piece.path().substring(0, dot).replace('/', '.').equals(piece.name());
    return follows ? 1 : piece.name();
  }

  private int[] askers(Piece piece) {
    return piece.askers().stream()
        .flatMapToInt((Asker a) -> IntStream.of(a.piece(), how(a.how())))
        .toArray();
  }

  private Map<String, Object> links() {
    Map<String, Object> columns = new LinkedHashMap<>();
    columns.put("from", column(picture.links(), Link::from));
    columns.put("member", column(picture.links(), l -> text(l.member())));
    columns.put("line", column(picture.links(), Link::line));
    columns.put("how", column(picture.links(), l -> how(l.how())));
    columns.put("name", column(picture.links(), l -> text(l.name())));
    columns.put("excuse", column(picture.links(), l -> text(l.excuse())));
    columns.put("before", column(picture.links(), Link::before));
    return columns;
  }

  private static <T> List<Object> column(List<T> rows, Function<T, Object> value) {
    return rows.stream().map(value).toList();
  }
}
