package app.istante.core.set;

import app.istante.core.print.PdfText;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/** A recipe on one sheet of paper: plan and side view to scale, settings, and what it gave. */
public final class RecipeCard {
  private static final float MARGIN = 40;
  private static final float VIEW_HEIGHT = 230;

  private final PdfText text;
  private final PDPageContentStream page;
  private float down;

  private RecipeCard(PdfText text, PDPageContentStream page, float top) {
    this.text = text;
    this.page = page;
    this.down = top;
  }

  /**
   * A PDF of one A4 page.
   *
   * @param notes in the seller's words
   * @param readings reference readings by name, in words and figures
   */
  public static byte[] pdf(
      StandingSet set, Answers answers, String notes, Map<String, String> readings)
      throws IOException {
    try (PDDocument document = new PDDocument()) {
      PDPage paper = new PDPage(PDRectangle.A4);
      document.addPage(paper);
      PdfText text = new PdfText(document);
      try (PDPageContentStream content = new PDPageContentStream(document, paper)) {
        float top = PDRectangle.A4.getHeight() - MARGIN;
        new RecipeCard(text, content, top).draw(set, answers, notes, readings);
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      return out.toByteArray();
    }
  }

  private void draw(StandingSet set, Answers answers, String notes, Map<String, String> readings)
      throws IOException {
    write(set.name().isBlank() ? "Recipe" : set.name(), MARGIN, 20);
    down -= 10;
    float width = PDRectangle.A4.getWidth() - 2 * MARGIN;
    write("From above", MARGIN, 9);
    view(set, width, true);
    write("From the side", MARGIN, 9);
    view(set, width, false);
    down -= 6;
    for (String line : settings(set, answers)) {
      for (String part : text.wrapped(line, 10, width, 2)) {
        write(part, MARGIN, 10);
      }
    }
    down -= 6;
    for (Map.Entry<String, String> reading : readings.entrySet()) {
      write(reading.getKey() + ": " + reading.getValue(), MARGIN, 10);
    }
    for (String part : text.wrapped(notes == null ? "" : notes, 10, width, 4)) {
      write(part, MARGIN, 10);
    }
  }

  private static List<String> settings(StandingSet set, Answers answers) {
    List<String> lines = new ArrayList<>();
    SetCamera c = set.camera();
    Ground g = set.ground();
    lines.add(
        say(
            "Camera %.0f cm away, %.0f cm over the table, looking down %.0f°; %.0f mm (as %.0f mm on"
                + " full frame), f/%.1f, ISO %d, %s.",
            c.distanceMm() / 10,
            c.at().y() / 10,
            c.downDegrees(),
            c.lens().focalLengthMm(),
            answers.view().focal35Mm(),
            c.lens().fNumber(),
            c.settings().iso(),
            c.settings().automatic()
                ? say("automatic %+.1f stops", c.settings().biasStops())
                : time(c.settings().seconds())));
    lines.add(
        c.settings().balanceKelvin() > 0
            ? say("White balance %.0f K.", c.settings().balanceKelvin())
            : "White balance automatic.");
    for (Lamp lamp : set.lamps()) {
      lines.add(
          say(
              "Lamp %s: %.0f cm from its aim, %.0f cm over the table, face %.0f x %.0f cm, %.0f lm at"
                  + " %.0f %%, %.0f K.",
              lamp.name(),
              lamp.distanceMm() / 10,
              lamp.at().y() / 10,
              lamp.widthMm() / 10,
              lamp.heightMm() / 10,
              lamp.lumens(),
              100 * lamp.power(),
              lamp.kelvin()));
    }
    for (Card card : set.cards()) {
      lines.add(
          say(
              "%s card %.0f x %.0f cm, its middle %.0f cm to the %s, %.0f cm up, %.0f cm to the %s.",
              card.kind().name().charAt(0)
                  + card.kind().name().substring(1).toLowerCase(Locale.ROOT),
              card.widthMm() / 10,
              card.heightMm() / 10,
              Math.abs(card.at().x()) / 10,
              card.at().x() < 0 ? "left" : "right",
              card.at().y() / 10,
              Math.abs(card.at().z()) / 10,
              card.at().z() < 0 ? "back" : "front"));
    }
    lines.add(
        say(
            "Sheet %.0f cm wide: %.0f cm in front, %.0f cm flat behind, bend of %.0f cm, up to %.0f"
                + " cm; %.0f cm in all.",
            g.widthMm() / 10,
            g.frontMm() / 10,
            g.flatBehindMm() / 10,
            g.bendMm() / 10,
            g.riseMm() / 10,
            g.lengthMm() / 10));
    return lines;
  }

  static String time(double seconds) {
    return seconds >= 0.3 ? say("%.1f s", seconds) : say("1/%.0f s", 1 / seconds);
  }

  private static String say(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }

  /** One view to scale: across is x in the plan and z in the side view. */
  private void view(StandingSet set, float width, boolean plan) throws IOException {
    Drawing drawing = new Drawing(set, plan, width, VIEW_HEIGHT);
    float bottom = down - VIEW_HEIGHT;
    page.setStrokingColor(0.75f);
    page.addRect(MARGIN, bottom, width, VIEW_HEIGHT);
    page.stroke();
    SetRoom room = set.room();
    Ground g = set.ground();
    if (plan) {
      double w = room.tableWidthMm() / 2;
      box(drawing, bottom, -w, -room.tableFrontMm(), w, room.tableBehindMm(), 0.6f);
      double half = g.widthMm() / 2;
      box(drawing, bottom, -half, -g.frontMm(), half, g.uprightMm(), 0.2f);
    } else {
      page.setStrokingColor(0.6f);
      line(drawing, bottom, -room.tableBehindMm(), 0, room.tableFrontMm(), 0);
      page.setStrokingColor(0.2f);
      double u = -g.frontMm();
      while (u < g.lengthMm() - g.frontMm()) {
        double[] a = SheetFit.place(g, u, 0)[0];
        double[] b = SheetFit.place(g, Math.min(u + 20, g.lengthMm() - g.frontMm()), 0)[0];
        line(drawing, bottom, a[2], a[1], b[2], b[1]);
        u += 20;
      }
    }
    page.setStrokingColor(0f);
    for (Lamp lamp : set.lamps()) {
      mark(drawing, bottom, lamp.at(), lamp.name());
      line(drawing, bottom, lamp.at(), lamp.aim(), 0.8f);
    }
    for (Window window : set.windows()) {
      mark(drawing, bottom, window.at(), "window");
    }
    for (Card card : set.cards()) {
      face(drawing, bottom, Quad.facing(card.at(), card.aim(), card.widthMm(), card.heightMm()));
    }
    mark(drawing, bottom, set.camera().at(), "camera");
    line(drawing, bottom, set.camera().at(), set.camera().aim(), 0.4f);
    mark(drawing, bottom, new Point(0, 0, 0), "+");
    down = bottom - 16;
  }

  private void box(Drawing d, float bottom, double x0, double z0, double x1, double z1, float grey)
      throws IOException {
    page.setStrokingColor(grey);
    line(d, bottom, x0, z0, x1, z0);
    line(d, bottom, x1, z0, x1, z1);
    line(d, bottom, x1, z1, x0, z1);
    line(d, bottom, x0, z1, x0, z0);
  }

  private void face(Drawing d, float bottom, Quad quad) throws IOException {
    double[][] corners = quad.corners();
    for (int i = 0; i < 4; i++) {
      double[] a = corners[i];
      double[] b = corners[(i + 1) % 4];
      line(d, bottom, d.across(a), d.upwards(a), d.across(b), d.upwards(b));
    }
  }

  private void line(Drawing d, float bottom, Point from, Point to, float grey) throws IOException {
    page.setStrokingColor(grey);
    double[] a = {from.x(), from.y(), from.z()};
    double[] b = {to.x(), to.y(), to.z()};
    line(d, bottom, d.across(a), d.upwards(a), d.across(b), d.upwards(b));
    page.setStrokingColor(0f);
  }

  private void line(Drawing d, float bottom, double x0, double y0, double x1, double y1)
      throws IOException {
    page.moveTo(MARGIN + d.x(x0), bottom + d.y(y0));
    page.lineTo(MARGIN + d.x(x1), bottom + d.y(y1));
    page.stroke();
  }

  private void mark(Drawing d, float bottom, Point at, String label) throws IOException {
    double[] p = {at.x(), at.y(), at.z()};
    float x = MARGIN + d.x(d.across(p));
    float y = bottom + d.y(d.upwards(p));
    page.addRect(x - 2, y - 2, 4, 4);
    page.fill();
    text(label, x + 5, y + 3, 8);
  }

  private void write(String words, float x, float size) throws IOException {
    if (down < MARGIN) {
      return;
    }
    text(words, x, down - size, size);
    down -= size + 4;
  }

  private void text(String words, float x, float y, float size) throws IOException {
    page.beginText();
    page.setFont(text.font(), size);
    page.newLineAtOffset(x, y);
    page.showText(text.drawable(words));
    page.endText();
  }

  /** One scale for the whole set; the plan is seen from above, the side view from the right. */
  private static final class Drawing {
    private final boolean plan;
    private final double scale;
    private final double left;
    private final double low;

    Drawing(StandingSet set, boolean plan, float width, float height) {
      this.plan = plan;
      double[] range = {-300, 300, -300, 300};
      List<Point> all = new ArrayList<>();
      set.lamps().forEach(l -> all.add(l.at()));
      set.cards().forEach(c -> all.add(c.at()));
      set.windows().forEach(w -> all.add(w.at()));
      all.add(set.camera().at());
      Ground g = set.ground();
      all.add(new Point(g.widthMm() / 2, g.riseMm(), -g.uprightMm()));
      all.add(new Point(-g.widthMm() / 2, 0, g.frontMm()));
      for (Point p : all) {
        double[] at = {p.x(), p.y(), p.z()};
        range[0] = Math.min(range[0], across(at) - 150);
        range[1] = Math.max(range[1], across(at) + 150);
        range[2] = Math.min(range[2], upwards(at) - 100);
        range[3] = Math.max(range[3], upwards(at) + 100);
      }
      scale = Math.min(width / (range[1] - range[0]), height / (range[3] - range[2]));
      left = (range[0] + range[1]) / 2 - width / scale / 2;
      low = (range[2] + range[3]) / 2 - height / scale / 2;
    }

    double across(double[] p) {
      return plan ? p[0] : p[2];
    }

    /** In the plan the camera is below, as the seller stands. */
    double upwards(double[] p) {
      return plan ? -p[2] : p[1];
    }

    float x(double mm) {
      return (float) ((mm - left) * scale);
    }

    float y(double mm) {
      return (float) ((mm - low) * scale);
    }
  }
}
