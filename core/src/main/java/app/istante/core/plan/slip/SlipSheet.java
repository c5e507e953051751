package app.istante.core.plan.slip;

import app.istante.core.print.PdfText;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;

/** Slips on A4 paper, eight a page, with lines to cut along. */
public final class SlipSheet {
  private static final float MM = 72 / 25.4f;
  private static final float WIDTH = 95 * MM;
  private static final float HEIGHT = 68 * MM;
  private static final float LEFT = 10 * MM;
  private static final float BOTTOM = 12.5f * MM;
  private static final float QR = 34 * MM;
  private static final float PAD = 4 * MM;
  private static final int COLUMNS = 2;
  private static final int ROWS = 4;
  private static final float TICK = 9;

  private final PdfText text;
  private final PDPageContentStream page;

  private SlipSheet(PdfText text, PDPageContentStream page) {
    this.text = text;
    this.page = page;
  }

  /** A PDF of these slips; at least one. */
  public static byte[] pdf(List<Slip> slips) throws IOException {
    if (slips.isEmpty()) {
      throw new IllegalArgumentException("there is no slip to print");
    }
    try (PDDocument document = new PDDocument()) {
      PdfText text = new PdfText(document);
      int perPage = COLUMNS * ROWS;
      for (int first = 0; first < slips.size(); first += perPage) {
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        try (PDPageContentStream content = new PDPageContentStream(document, page)) {
          SlipSheet sheet = new SlipSheet(text, content);
          sheet.cutLines();
          for (int at = 0; at < perPage && first + at < slips.size(); at++) {
            float x = LEFT + at % COLUMNS * WIDTH;
            float y = BOTTOM + (ROWS - 1 - at / COLUMNS) * HEIGHT;
            sheet.slip(slips.get(first + at), x, y);
          }
        }
      }
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      document.save(out);
      return out.toByteArray();
    }
  }

  private void cutLines() throws IOException {
    page.setLineWidth(0.4f);
    page.setStrokingColor(0.5f);
    page.setLineDashPattern(new float[] {3, 3}, 0);
    for (int column = 0; column <= COLUMNS; column++) {
      line(LEFT + column * WIDTH, BOTTOM, LEFT + column * WIDTH, BOTTOM + ROWS * HEIGHT);
    }
    for (int row = 0; row <= ROWS; row++) {
      line(LEFT, BOTTOM + row * HEIGHT, LEFT + COLUMNS * WIDTH, BOTTOM + row * HEIGHT);
    }
    page.setLineDashPattern(new float[0], 0);
    page.setStrokingColor(0f);
  }

  private void line(float x1, float y1, float x2, float y2) throws IOException {
    page.moveTo(x1, y1);
    page.lineTo(x2, y2);
    page.stroke();
  }

  private void slip(Slip slip, float x, float y) throws IOException {
    float top = y + HEIGHT - PAD;
    float textWidth = WIDTH - QR - 3 * PAD;
    square(slip.payload(), x + WIDTH - QR - PAD, top - QR);
    write(slip.code(), x + PAD, top - 18, 20, true);
    float down = top - 34;
    for (String words : text.wrapped(slip.title(), 10, textWidth, 2)) {
      write(words, x + PAD, down, 10, false);
      down -= 12;
    }
    down -= 4;
    float floor = y + PAD + (slip.notes().isBlank() ? 0 : 22);
    float columnX = x + PAD;
    boolean beside = false;
    for (String tick : slip.ticks()) {
      if (down < floor && !beside) {
        beside = true;
        columnX = x + PAD + textWidth + PAD;
        down = top - QR - 14;
      }
      if (down >= floor) {
        page.setLineWidth(0.8f);
        page.addRect(columnX, down - 1, TICK, TICK);
        page.stroke();
        write(text.cut(tick, 9, QR - TICK), columnX + TICK + 4, down, 9, false);
      }
      down -= 13;
    }
    float note = y + PAD + 11;
    for (String words : text.wrapped(slip.notes(), 7.5f, WIDTH - 2 * PAD, 2)) {
      write(words, x + PAD, note, 7.5f, false);
      note -= 9.5f;
    }
  }

  private void write(String words, float x, float y, float size, boolean bold) throws IOException {
    page.beginText();
    page.setFont(text.font(), size);
    page.setRenderingMode(bold ? RenderingMode.FILL_STROKE : RenderingMode.FILL);
    page.setLineWidth(0.5f);
    page.newLineAtOffset(x, y);
    page.showText(text.drawable(words));
    page.endText();
  }

  /** The square code as filled rectangles, a quiet zone of four modules around it. */
  private void square(SlipCode code, float x, float y) throws IOException {
    BitMatrix bits;
    try {
      bits =
          new QRCodeWriter()
              .encode(
                  code.text(),
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.Q,
                      EncodeHintType.MARGIN,
                      4));
    } catch (WriterException impossible) {
      throw new IllegalStateException("a slip's text always fits", impossible);
    }
    float module = QR / bits.getWidth();
    for (int row = 0; row < bits.getHeight(); row++) {
      for (int column = 0; column < bits.getWidth(); column++) {
        if (bits.get(column, row)) {
          // A hair wider than a module, so that no printer leaves white lines between them.
          page.addRect(
              x + column * module, y + QR - (row + 1) * module, module * 1.02f, module * 1.02f);
        }
      }
    }
    page.fill();
  }
}
