package app.istante.core.plan.slip;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.testng.annotations.Test;

public class SlipTest {
  private static final SlipCode CODE = new SlipCode(SlipCode.What.ITEM, 3, 17);

  private static Slip slip(SlipCode code, String title) {
    return new Slip(code, "SL-07", title, List.of("lead", "side", "detail"), "Polish it.");
  }

  @Test
  public void thereAndBack() {
    assertEquals(SlipCode.parse(CODE.text()).orElseThrow(), CODE);
    for (SlipCode.What what : SlipCode.What.values()) {
      SlipCode code = new SlipCode(what, 123, 456_789);
      assertEquals(SlipCode.parse(code.text()).orElseThrow(), code);
    }
  }

  @Test
  public void anyOtherTextIsNoSlip() {
    for (String other :
        List.of("", "https://example.org", "ISTANTE/1/I/3/17", "ISTANTE/1/I/3/17/0000")) {
      assertFalse(SlipCode.parse(other).isPresent(), other);
    }
    String text = CODE.text();
    for (int at = 0; at < text.length(); at++) {
      String changed =
          text.substring(0, at) + (text.charAt(at) == '1' ? '2' : '1') + text.substring(at + 1);
      assertFalse(SlipCode.parse(changed).isPresent(), changed);
    }
  }

  @Test
  public void readsSlipsTiltedInPoorLightAndSmall() throws Exception {
    BufferedImage printed =
        SlipFrames.printed(SlipSheet.pdf(List.of(slip(CODE, "Brass hand bell"))));
    Random random = new Random(4);
    int frames = 60;
    List<Frame> all = new ArrayList<>();
    for (int number = 0; number < frames; number++) {
      all.add(Frame.random(number, random));
    }
    // Drawing and reading take half a second each: on every core.
    List<Frame> missed = all.parallelStream().filter(frame -> !frame.isRead(printed)).toList();
    int read = frames - missed.size();
    System.out.println("slips: " + read + " of " + frames + " read " + missed);
    assertTrue(read >= 0.99 * frames, read + " of " + frames + " " + missed);
  }

  /** How a slip lies, and in what light. */
  private record Frame(
      int number,
      double area,
      double tilt,
      double axis,
      double turn,
      double light,
      double blur,
      double noise) {

    static Frame random(int number, Random random) {
      return new Frame(
          number,
          0.05 + 0.3 * random.nextDouble() * random.nextDouble(),
          30 * Math.sqrt(random.nextDouble()),
          360 * random.nextDouble(),
          number % 2 == 0 ? 30 * (2 * random.nextDouble() - 1) : 360 * random.nextDouble(),
          Math.pow(2, -3.5 * random.nextDouble()),
          0.3 + 0.9 * random.nextDouble(),
          1 + 7 * random.nextDouble());
    }

    boolean isRead(BufferedImage printed) {
      EncodedImage photo =
          SlipFrames.photograph(
              printed, 1600, 1200, area, tilt, axis, turn, light, blur, noise, number);
      return SlipReader.read(photo).filter(CODE::equals).isPresent();
    }
  }

  @Test
  public void readsNoSlipWhereNoneIs() throws Exception {
    int looked = 0;
    try (var all = Files.list(Path.of("../demo/photos"))) {
      // Every third photo: looking for a slip where none is takes longest.
      List<Path> photos = all.filter(name -> name.toString().endsWith(".jpg")).sorted().toList();
      for (int at = 0; at < photos.size(); at += 3) {
        Path file = photos.get(at);
        EncodedImage picture = new PhotoReader(Limits.STANDARD).read(file).srgb();
        assertFalse(SlipReader.read(picture).isPresent(), file.toString());
        looked++;
      }
    }
    assertTrue(looked >= 20, looked + " photos");
  }

  @Test
  public void passesOverASquareCodePrintedOnTheProduct() throws Exception {
    BitMatrix bits =
        new QRCodeWriter().encode("https://example.org/tea", BarcodeFormat.QR_CODE, 400, 400);
    byte[] rgb = new byte[3 * 800 * 600];
    java.util.Arrays.fill(rgb, (byte) 230);
    for (int y = 0; y < 400; y++) {
      for (int x = 0; x < 400; x++) {
        for (int channel = 0; channel < 3; channel++) {
          rgb[3 * ((y + 100) * 800 + x + 200) + channel] = (byte) (bits.get(x, y) ? 20 : 240);
        }
      }
    }
    assertFalse(SlipReader.read(new EncodedImage(800, 600, rgb)).isPresent());
  }

  @Test
  public void theSheetHoldsEightAPageAndAnyLetters() throws Exception {
    List<Slip> slips = new ArrayList<>();
    for (int number = 1; number <= 9; number++) {
      slips.add(
          slip(new SlipCode(SlipCode.What.ITEM, 1, number), "Żółw, Ελλάς, чашка, 茶 " + number));
    }
    try (PDDocument document = Loader.loadPDF(SlipSheet.pdf(slips))) {
      assertEquals(document.getNumberOfPages(), 2);
      String text = new PDFTextStripper().getText(document);
      assertTrue(text.contains("Żółw, Ελλάς, чашка, ? 9"), text);
      assertTrue(text.contains("detail"));
    }
    assertThrows(IllegalArgumentException.class, () -> SlipSheet.pdf(List.of()));
  }
}
