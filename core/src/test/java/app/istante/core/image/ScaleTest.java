package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Working pictures of any size: every photo pixel counts once, and no light is lost. */
public class ScaleTest {
  @DataProvider
  public Object[][] scales() {
    return new Object[][] {
      {1, 640},
      {2, 1599},
      {5, 4003},
      {1280 / 850.0, 1280},
      {1.7, 1445},
      {3000 / 850.0, 2251},
      {1.09, 927}
    };
  }

  @Test(dataProvider = "scales")
  public void everyPhotoPixelIsGivenToOneCell(double px, int photoPx) {
    Scale scale = new Scale(px);
    int cells = scale.cells(photoPx);
    for (int cell = 0; cell < cells; cell++) {
      for (int at = scale.first(cell); at < Math.min(photoPx, scale.first(cell + 1)); at++) {
        assertEquals(scale.cell(at), cell, "pixel " + at);
      }
    }
    assertEquals(scale.cell(photoPx - 1), cells - 1, "no cell is empty or missing");
  }

  @Test(dataProvider = "scales")
  public void cellsShareEveryPixelWholly(double px, int photoPx) {
    double[] given = new double[photoPx];
    for (Scale.Taps taps : new Scale(px).taps(photoPx)) {
      float sum = 0;
      for (int i = 0; i < taps.weights().length; i++) {
        given[taps.from() + i] += px * taps.weights()[i];
        sum += taps.weights()[i];
      }
      assertEquals(sum, 1, 1e-5);
    }
    for (int at = 0; at < photoPx - px; at++) {
      assertEquals(given[at], 1, 1e-5, "pixel " + at);
    }
    assertTrue(given[photoPx - 1] > 0.499, "at most half of the last is left out");
  }

  private static LinearImage reduced(EncodedImage photo, float[] curve, double px) {
    return new ColourTransform(new float[][] {curve, curve, curve}, null)
        .reduce(photo, new Scale(px));
  }

  /** The mean of a straight slope over a cell is its light at the cell's middle. */
  @Test
  public void cellsThatEndWithinPixelsKeepASlopeStraight() {
    int width = 300;
    float[] curve = new float[256];
    for (int code = 0; code < 256; code++) {
      curve[code] = code / 255f;
    }
    byte[] rgb = new byte[3 * width * 3];
    for (int at = 0; at < rgb.length; at++) {
      rgb[at] = (byte) (at / 3 % width * 250 / (width - 1) + at % 3 % 2);
    }
    double px = 1.6;
    LinearImage small = reduced(new EncodedImage(width, 3, rgb), curve, px);
    assertEquals(small.width(), 188);
    assertEquals(small.height(), 2);
    for (int x = 1; x < 187; x++) {
      double middle = (x + 0.5) * px - 0.5;
      assertEquals(255 * small.red()[x], middle * 250 / (width - 1) - 0.5, 0.6, "at " + x);
      assertEquals(255 * (small.green()[x] - small.red()[x]), 1, 1e-3, "at " + x);
    }
  }

  @Test
  public void noLightIsLost() {
    Random random = new Random(46);
    byte[] rgb = new byte[3 * 850 * 85];
    random.nextBytes(rgb);
    EncodedImage photo = new EncodedImage(850, 85, rgb);
    float[] all = ColourTransform.SRGB.reduce(photo, Scale.WHOLE).green();
    // 850 and 85 are whole multiples of it: all cells are full.
    float[] fewer = ColourTransform.SRGB.reduce(photo, new Scale(1.7)).green();
    assertEquals(fewer.length, 500 * 50);
    assertEquals(mean(fewer), mean(all), 1e-6);
  }

  private static double mean(float[] plane) {
    double sum = 0;
    for (float value : plane) {
      sum += value;
    }
    return sum / plane.length;
  }

  @Test
  public void evenLightStaysEvenAtEveryScale() {
    byte[] rgb = new byte[3 * 97 * 61];
    Arrays.fill(rgb, (byte) 200);
    EncodedImage photo = new EncodedImage(97, 61, rgb);
    for (double px : new double[] {0.5, 0.77, 1, 1.01, 1.5, 2, 2.37, 60.5, 200}) {
      for (float light : ColourTransform.SRGB.reduce(photo, new Scale(px)).blue()) {
        assertEquals(light, Srgb.decode8(200), 1e-6, "scale " + px);
      }
    }
  }

  /** A cubic goes through a parabola without a trace. */
  @Test
  public void smallPicturesAreEnlargedSmoothly() {
    int width = 40;
    float[] wanted = new float[width];
    byte[] rgb = new byte[3 * width];
    float[] curve = new float[256];
    for (int x = 0; x < width; x++) {
      wanted[x] = 0.1f + 0.0004f * x * x;
      curve[x] = wanted[x];
      Arrays.fill(rgb, 3 * x, 3 * x + 3, (byte) x);
    }
    double px = 0.64;
    LinearImage large = reduced(new EncodedImage(width, 1, rgb), curve, px);
    assertEquals(large.width(), 62);
    assertEquals(large.height(), 1);
    for (int cell = 3; cell < 59; cell++) {
      double x = (cell + 0.5) * px - 0.5;
      assertEquals(large.green()[cell], 0.1 + 0.0004 * x * x, 1e-5, "at " + cell);
    }
  }

  @Test
  public void enlargedLightStaysWithinTheFiles() {
    byte[] edge = new byte[3 * 8];
    Arrays.fill(edge, 12, 24, (byte) 255);
    for (float light :
        ColourTransform.SRGB.reduce(new EncodedImage(8, 1, edge), new Scale(0.5)).red()) {
      assertTrue(light >= 0 && light <= 1, "overshoots to " + light);
    }
  }

  @Test
  public void aCellHasASize() {
    assertThrows(IllegalArgumentException.class, () -> new Scale(0));
    assertThrows(IllegalArgumentException.class, () -> new Scale(Double.NaN));
  }

  @Test
  public void workingPicturesAreOfOneSizeWhateverThePhotos() {
    for (int longest = 425; longest <= 12_000; longest += 25) {
      Scale scale = Scale.working(longest);
      int working = scale.cells(longest);
      assertTrue(Math.abs(working - 850) <= 69, longest + " px are told from " + working);
    }
    assertEquals(Scale.working(300).px(), 0.5, "enlarged twice at most");
    assertEquals(Scale.working(4000).px(), 5.0, "whole where that comes near");
  }

  @Test
  public void aPartIsReducedAsIfItWereTheWholePhoto() {
    byte[] rgb = new byte[3 * 37 * 29];
    new Random(7).nextBytes(rgb);
    EncodedImage photo = new EncodedImage(37, 29, rgb);
    byte[] codes = new byte[3 * 20 * 11];
    for (int y = 0; y < 11; y++) {
      System.arraycopy(photo.rgb(), 3 * ((y + 4) * 37 + 9), codes, 3 * 20 * y, 3 * 20);
    }
    for (double px : new double[] {0.5, 1, 1.7, 3}) {
      Scale scale = new Scale(px);
      EncodedImage.Part part = new EncodedImage.Part(photo, 9, 4, 20, 11);
      LinearImage told = ColourTransform.SRGB.reduce(part, scale);
      LinearImage whole = ColourTransform.SRGB.reduce(new EncodedImage(20, 11, codes), scale);
      assertEquals(told.green(), whole.green(), "at " + px);
      assertEquals(told.width(), whole.width());
    }
  }
}
