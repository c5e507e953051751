package app.istante.core.sim;

import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import java.io.IOException;

/** A simulated take as the file that a camera would leave on its card. */
public final class SimulatedFile {
  private static final double JPEG_QUALITY = 0.9;

  private SimulatedFile() {}

  /**
   * @param takenAt as EXIF writes it: {@code 2026:03:14 10:05:00}
   * @param placed whether it gives its position away, as phones do
   */
  public static byte[] of(StandingSet set, SimulatedPhoto photo, String takenAt, boolean placed)
      throws IOException {
    SetCamera camera = set.camera();
    return JpegWriter.write(
        photo.picture(),
        JPEG_QUALITY,
        new JpegWriter.Exif(
            camera.lens().focalLengthMm(),
            (int) Math.round(camera.lens().focalLengthMm() * camera.sensor().cropFactor()),
            camera.lens().fNumber(),
            photo.truth().seconds(),
            camera.settings().iso(),
            takenAt,
            placed));
  }
}
