package dev.girdle.report;

import dev.girdle.io.Sizes;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * A picture's sizes as one drawing (SVG 1.1): what goes along, and beside it at the same scale what
 * stays behind, each by component and then item.
 */
public final class Drawing {
  private static final double WIDTH = 1280;
  private static final double HEIGHT = 800;
  private static final double EDGE = 24;
  private static final double TOP = 92;
  private static final double BOTTOM = 56;
  private static final double GAP = 20;
  private static final double HEADING = 17;

  /** Pixels of a letter of the headings, wide ones counted in. */
  private static final double LETTER = 6.7;

  private final ReportModel model;
  private final StringBuilder svg = new StringBuilder();

  private record Group(ReportPart part, List<ReportItem> pieces, long bytes) {}

  private Drawing(ReportModel model) {
    this.model = model;
  }

  /**
   * The map of sizes as one SVG drawing.
   *
   * @param model what is drawn
   * @return SVG in UTF-8; the same picture gives the same bytes
   */
  public static byte[] svg(ReportModel model) {
    Drawing drawing = new Drawing(model);
    drawing.draw();
    return drawing.svg.toString().getBytes(StandardCharsets.UTF_8);
  }

  private void draw() {
    long in = model.bytes(true);
    long left = model.bytes(false);
    Subject subject = model.subject();
    line("<?xml version=\"1.0\" encoding=\"UTF-8\"?>");
    line("<!-- %s -->", ReportFile.MARK);
    line(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$.0f\" height=\"%2$.0f\" viewBox=\"0 0 %1$.0f %2$.0f\" role=\"img\">",
        WIDTH, HEIGHT);
    String title = Markup.text((subject.title() + " " + subject.release()).strip());
    line("<title>%s: what goes along and what stays behind</title>", title);
    line("<style>%s</style>", ReportPage.text("drawing.css"));
    line("<rect class=\"ground\" width=\"%.0f\" height=\"%.0f\"/>", WIDTH, HEIGHT);
    line("<text class=\"title\" x=\"%.0f\" y=\"46\">%s</text>", EDGE, title);
    Box all = new Box(EDGE, TOP, WIDTH - 2 * EDGE, HEIGHT - TOP - BOTTOM);
    boolean both = in > 0 && left > 0;
    double share = in + left == 0 ? 1 : (double) in / (in + left);
    double width = (all.width() - (both ? GAP : 0)) * share;
    Box inBox = new Box(all.x(), all.y(), width, all.height());
    double leftX = all.x() + width + (both ? GAP : 0);
    map("goes along", true, in, inBox, inBox.x(), "start");
    if (left > 0) {
      Box leftBox = new Box(leftX, all.y(), all.x() + all.width() - leftX, all.height());
      boolean narrow = leftBox.width() < 260;
      map(
          "stays behind",
          false,
          left,
          leftBox,
          narrow ? all.x() + all.width() : leftX,
          narrow ? "end" : "start");
    }
    legend();
    line("</svg>");
  }

  private void map(String name, boolean isIn, long bytes, Box box, double x, String anchor) {
    line(
        "<text class=\"name\" x=\"%.1f\" y=\"80\" text-anchor=\"%s\">%s, %s</text>",
        x, anchor, name, Sizes.of(bytes));
    List<Group> groups = groups(isIn);
    double[] weights = groups.stream().mapToDouble(Group::bytes).toArray();
    List<Box> boxes = Squares.divide(box, weights);
    for (int i = 0; i < groups.size(); i++) {
      draw(groups.get(i), boxes.get(i));
    }
  }

  private List<Group> groups(boolean isIn) {
    List<List<ReportItem>> byPart = new ArrayList<>();
    model.parts().forEach(p -> byPart.add(new ArrayList<>()));
    model.pieces().stream()
        .filter(p -> p.disposition().isIn() == isIn && p.bytes() > 0)
        .forEach(p -> byPart.get(p.part()).add(p));
    List<Group> groups = new ArrayList<>();
    for (int i = 0; i < byPart.size(); i++) {
      List<ReportItem> pieces = byPart.get(i);
      pieces.sort(
          Comparator.comparing(ReportItem::bytes).reversed().thenComparing(ReportItem::path));
      long bytes = pieces.stream().mapToLong(ReportItem::bytes).sum();
      if (bytes > 0 && model.parts().get(i).supplied()) {
        groups.add(new Group(model.parts().get(i), pieces, bytes));
      }
    }
    groups.sort(Comparator.comparing(Group::bytes).reversed().thenComparing(g -> g.part().name()));
    return groups;
  }

  private void draw(Group group, Box box) {
    boolean labelled = box.width() > 60 && box.height() > 40;
    Box inside = box.inside(1.5, labelled ? HEADING : 0);
    line("<g>");
    line(
        "<title>%s, %s: %s</title>",
        Markup.text(group.part().name()), Sizes.of(group.bytes()), Markup.text(group.part().why()));
    line(
        "<rect class=\"part\" x=\"%.1f\" y=\"%.1f\" width=\"%.1f\" height=\"%.1f\"/>",
        box.x() + 0.5, box.y() + 0.5, Math.max(0, box.width() - 1), Math.max(0, box.height() - 1));
    double[] weights = group.pieces().stream().mapToDouble(ReportItem::bytes).toArray();
    List<Box> boxes = Squares.divide(inside, weights);
    Map<Disposition, StringBuilder> paths = new EnumMap<>(Disposition.class);
    for (int i = 0; i < boxes.size(); i++) {
      StringBuilder path =
          paths.computeIfAbsent(group.pieces().get(i).disposition(), f -> new StringBuilder());
      Box item = boxes.get(i);
      path.append(
          String.format(
              Locale.ROOT,
              "M%.1f %.1fh%.1fv%.1fh%.1fz",
              item.x(),
              item.y(),
              item.width(),
              item.height(),
              -item.width()));
    }
    paths.forEach(
        (disposition, path) ->
            line(
                "<path class=\"%s\" d=\"%s\"/>",
                disposition.name().toLowerCase(Locale.ROOT), path));
    if (labelled) {
      int letters = (int) ((box.width() - 10) / LETTER);
      line(
          "<text class=\"label\" x=\"%.1f\" y=\"%.1f\">%s</text>",
          box.x() + 5,
          box.y() + 14,
          Markup.text(shortened(group.part().name() + "  " + Sizes.of(group.bytes()), letters)));
    }
    line("</g>");
  }

  private static String shortened(String text, int letters) {
    return text.length() <= letters ? text : text.substring(0, Math.max(0, letters - 1)) + "…";
  }

  private void legend() {
    double x = EDGE;
    for (Disposition disposition : Disposition.values()) {
      if (model.pieces().stream().anyMatch(p -> p.disposition() == disposition && p.bytes() > 0)) {
        line(
            "<rect class=\"%s\" x=\"%.1f\" y=\"%.1f\" width=\"14\" height=\"14\"/>",
            disposition.name().toLowerCase(Locale.ROOT), x, HEIGHT - 37);
        line(
            "<text class=\"label\" x=\"%.1f\" y=\"%.1f\">%s</text>",
            x + 20, HEIGHT - 25, disposition.label());
        x += 40 + disposition.label().length() * LETTER;
      }
    }
  }

  private void line(String format, Object... values) {
    svg.append(values.length == 0 ? format : String.format(Locale.ROOT, format, values))
        .append('\n');
  }
}
