package app.istante.core.image;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.Test;

public class SrgbTest {
  @Test
  public void everyCodeGoesThereAndBack() {
    for (int code = 0; code < 256; code++) {
      assertEquals(Srgb.encode8((float) Srgb.decode8(code)), code);
    }
  }

  /** IEC 61966-2-1: code 188 is very nearly half the light, and both branches meet at 0.04045. */
  @Test
  public void agreesWithTheStandard() {
    assertEquals(Srgb.decode8(188), 0.5029, 1e-4);
    assertEquals(Srgb.decode(0.04045), 0.0031308, 1e-6);
    assertEquals(Srgb.encode(0.0031308), 0.04045, 1e-4);
  }

  @Test
  public void clampsInsteadOfWrapping() {
    assertEquals(Srgb.encode8(1.7f), 255);
    assertEquals(Srgb.encode8(-0.2f), 0);
    assertEquals(Srgb.encode8(Float.NaN), 0);
  }
}
