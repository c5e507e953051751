package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Optics;
import app.istante.core.sim.Simulated;
import org.testng.annotations.Test;

/** Edits of known strength, made by formula from a drawn photo of a patterned box. */
public class EditDriftTest {
  private static final int WIDTH = 1200;
  private static final int HEIGHT = 900;
  private static final Lab BODY = new Lab(50, 20, 15);

  /** How the edit differs from the original. */
  private record Edit(
      double scale,
      double shiftX,
      double gain,
      double warm,
      double blurPx,
      double sharper,
      int eat) {
    static final Edit NONE = new Edit(1, 0, 1, 1, 0, 0, 0);
  }

  private static final double[] BODY_LINEAR = BODY.toLinear();

  private static double body(double x, double y, int channel) {
    double pattern = 1 + 0.35 * Math.sin(x / 1.4) * Math.sin(y / 1.7);
    return BODY_LINEAR[channel] * pattern;
  }

  private static Photo photo(Edit edit) {
    int width = (int) (WIDTH * edit.scale());
    int height = (int) (HEIGHT * edit.scale());
    float[][] planes = new float[3][width * height];
    int samples = edit.scale() < 1 ? 4 : 2;
    for (int channel = 0; channel < 3; channel++) {
      for (int at = 0; at < width * height; at++) {
        double sum = 0;
        for (int s = 0; s < samples * samples; s++) {
          double x = (at % width + (s % samples + 0.5) / samples) / edit.scale() + edit.shiftX();
          double y = (at / width + (s / samples + 0.5) / samples) / edit.scale();
          boolean in =
              x > 380 + edit.eat() && x < 820 - edit.eat() && y > 250 + edit.eat() && y < 700;
          double tint = channel == 0 ? edit.warm() : channel == 2 ? 1 / edit.warm() : 1;
          sum += in ? body(x, y, channel) * edit.gain() * tint : 0.93;
        }
        planes[channel][at] = (float) (sum / (samples * samples));
      }
      planes[channel] = Optics.gaussian(planes[channel], width, height, edit.blurPx());
      if (edit.sharper() > 0) {
        float[] soft = Optics.gaussian(planes[channel], width, height, 3);
        for (int at = 0; at < soft.length; at++) {
          planes[channel][at] += (float) (edit.sharper() * (planes[channel][at] - soft[at]));
        }
      }
    }
    byte[] rgb = new byte[3 * width * height];
    for (int at = 0; at < width * height; at++) {
      for (int channel = 0; channel < 3; channel++) {
        rgb[3 * at + channel] = (byte) Srgb.encode8(planes[channel][at]);
      }
    }
    return Simulated.asPhoto(new EncodedImage(width, height, rgb));
  }

  private static final Photo ORIGINAL = photo(Edit.NONE);

  @Test
  public void theSamePhotoHasNotDrifted() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, ORIGINAL);
    assertEquals(drift.deltaE(), 0, 1e-6);
    assertEquals(drift.detailKept(), 1, 1e-6);
    assertEquals(drift.edgeEaten(), 0, 1e-6);
    assertEquals(drift.sharpening(), 0, 1e-6);
  }

  @Test
  public void movedAndMadeSmallerIsNoDrift() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, photo(new Edit(0.7, 90, 1, 1, 0, 0, 0)));
    assertTrue(drift.deltaE() < 0.5, drift.toString());
    assertEquals(drift.detailKept(), 1, 0.1, drift.toString());
    assertTrue(drift.edgeEaten() < 0.004, drift.toString());
  }

  @Test
  public void anotherTintIsTold() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1, 1.08, 0, 0, 0)));
    double[] rgb = BODY_LINEAR;
    Lab is = Lab.ofLinear(rgb[0] * 1.08, rgb[1], rgb[2] / 1.08);
    assertEquals(drift.castShift(), Math.hypot(is.a() - BODY.a(), is.b() - BODY.b()), 0.6);
    assertEquals(drift.deltaE(), DeltaE.ciede2000(BODY, is), 0.6);
    assertEquals(drift.detailKept(), 1, 0.05);
  }

  @Test
  public void brighterIsTold() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1.3, 1, 0, 0, 0)));
    double[] rgb = BODY_LINEAR;
    Lab is = Lab.ofLinear(rgb[0] * 1.3, rgb[1] * 1.3, rgb[2] * 1.3);
    assertEquals(drift.deltaE(), DeltaE.ciede2000(BODY, is), 0.8);
  }

  @Test
  public void smoothedAwayPatternIsTold() {
    double some = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1, 1, 0.8, 0, 0))).detailKept();
    double most = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1, 1, 2, 0, 0))).detailKept();
    // A wave of 1 / 1.4 and 1 / 1.7 radians a pixel under a Gaussian: exp(-sigma² (k² + l²) / 2).
    double wave = 1 / (1.4 * 1.4) + 1 / (1.7 * 1.7);
    assertEquals(some, Math.exp(-0.64 * wave / 2), 0.08);
    assertEquals(most, Math.exp(-4 * wave / 2), 0.08);
  }

  @Test
  public void sharpeningIsTold() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1, 1, 0, 0.5, 0)));
    assertEquals(drift.detailKept(), 1, 1e-9);
    assertEquals(drift.sharpening(), 0.5, 0.12);
  }

  /** Eight pixels off three sides of 440 by 450. */
  @Test
  public void anEatenEdgeIsTold() {
    EditDrift.Drift drift = EditDrift.of(ORIGINAL, photo(new Edit(1, 0, 1, 1, 0, 0, 8)));
    double left = (440.0 - 16) * (450 - 8) / (440 * 450);
    assertEquals(drift.edgeEaten(), 1 - left, 0.012, drift.toString());
  }

  @Test
  public void aPlainThingTellsNothingOfDetail() {
    Photo plain =
        DrawnPhoto.of(
            900, 700, 4, (x, y, channel) -> x > 300 && x < 600 && y > 200 && y < 550 ? 0.2 : 0.9);
    assertNull(EditDrift.of(plain, plain).detailKept());
  }

  @Test
  public void anEmptyPictureIsRefusedWithASentence() {
    Photo empty = DrawnPhoto.of(900, 700, 4, (x, y, channel) -> 0.9);
    IllegalArgumentException e =
        expectThrows(IllegalArgumentException.class, () -> EditDrift.of(ORIGINAL, empty));
    assertEquals(
        e.getMessage(),
        "No product is found in the edit, so the two can't be laid over each other.");
  }
}
