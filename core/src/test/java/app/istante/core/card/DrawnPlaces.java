package app.istante.core.card;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import app.istante.core.sim.Simulated;

/** The flat places of a drawn picture. */
final class DrawnPlaces {
  private DrawnPlaces() {}

  static FlatPlaces of(EncodedImage picture) {
    LinearImage light = Simulated.asPhoto(picture).linear(Scale.WHOLE);
    int size = light.width() * light.height();
    float[] l = new float[size];
    float[] a = new float[size];
    float[] b = new float[size];
    Lab.fill(light.red(), light.green(), light.blue(), l, a, b);
    return FlatPlaces.of(light, l, a, b);
  }

  /** Numbered lots of a drawing, for a data provider. */
  static Object[][] lots(long from, int count) {
    Object[][] lots = new Object[count][];
    for (int i = 0; i < count; i++) {
      lots[i] = new Object[] {from + i};
    }
    return lots;
  }
}
