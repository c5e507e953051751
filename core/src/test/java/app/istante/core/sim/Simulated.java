package app.istante.core.sim;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Facts;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoFacts;
import app.istante.core.image.Srgb;
import app.istante.core.measure.Analysed;

/** Small simulated takes for tests. */
public record Simulated(SimulatedPhoto photo, Analysed analysed) {
  public static final int WIDTH = 640;
  private static final int HEIGHT = 480;

  public static Simulated of(DemoShop.Item item, DemoShop.Set set, double level, long seed) {
    return take(item, set, CameraEffects.GOOD.level(level), seed);
  }

  public static Simulated blurred(
      DemoShop.Item item, DemoShop.Set set, double level, double sigmaPx) {
    return take(item, set, CameraEffects.GOOD.level(level).blur(sigmaPx), 1);
  }

  private static Simulated take(
      DemoShop.Item item, DemoShop.Set set, CameraEffects effects, long seed) {
    SimulatedPhoto photo = SimulatedCamera.take(item, set, effects, WIDTH, HEIGHT, 3, seed);
    return new Simulated(photo, Analysed.of(asPhoto(photo.picture())));
  }

  public static Photo asPhoto(EncodedImage picture) {
    PhotoFacts facts = Facts.of(picture.widthPx(), picture.heightPx());
    return Photo.ofSrgb(facts, picture);
  }

  /** One grey all over. */
  public static Simulated flat(int width, int height, int code) {
    byte[] rgb = new byte[3 * width * height];
    java.util.Arrays.fill(rgb, (byte) code);
    return new Simulated(null, Analysed.of(asPhoto(new EncodedImage(width, height, rgb))));
  }

  /** Linear light falling exponentially from 0.8 at the left edge to 0.4 at the right. */
  public static Simulated ramp(int width, int height) {
    byte[] rgb = new byte[3 * width * height];
    for (int i = 0; i < width * height; i++) {
      double light = 0.8 * Math.pow(0.5, (double) (i % width) / (width - 1));
      int code = Srgb.encode8((float) light);
      rgb[3 * i] = (byte) code;
      rgb[3 * i + 1] = (byte) code;
      rgb[3 * i + 2] = (byte) code;
    }
    return new Simulated(null, Analysed.of(asPhoto(new EncodedImage(width, height, rgb))));
  }
}
