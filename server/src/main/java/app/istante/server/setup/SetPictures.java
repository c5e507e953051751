package app.istante.server.setup;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.SetPreview;
import app.istante.core.sim.SimulatedPhoto;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Base64;
import java.util.Deque;
import org.springframework.stereotype.Component;

/**
 * Pictures of sets while they are changed. The light of the last few sets is kept, so that going
 * on, going back and comparing cost nothing; a change of power or exposure needs no new light at
 * all.
 */
@Component
class SetPictures {
  private static final int WIDTH = 480;
  private static final int HEIGHT = 360;

  /** Passes after which a preview has little left to gain. */
  static final int ENOUGH_PASSES = 48;

  private static final int KEPT = 4;
  private static final double JPEG_QUALITY = 0.92;

  /** The first picture answers soon, the next ones gather more light. */
  private static final long FIRST_MILLIS = 350;

  private static final long MORE_MILLIS = 1200;

  private final Deque<SetPreview> previews = new ArrayDeque<>();

  /**
   * @param image a JPEG in Base64
   * @param passes followed so far
   */
  record Shown(String image, int passes, boolean finished, Readings readings, double seconds) {}

  Shown picture(StandingSet set, boolean more) throws IOException, UnreadablePhotoException {
    SetPreview preview = previewOf(set);
    boolean fresh = preview.passes() == 0;
    if (fresh || more) {
      preview.follow(fresh ? FIRST_MILLIS : MORE_MILLIS, ENOUGH_PASSES);
    }
    SimulatedPhoto photo = preview.photo(set);
    EncodedImage picture = photo.picture();
    byte[] jpeg = PhotoWriter.jpeg(picture, JPEG_QUALITY);
    Readings readings = Measurement.measure(new PhotoReader(Limits.STANDARD).read(jpeg));
    return new Shown(
        Base64.getEncoder().encodeToString(jpeg),
        preview.passes(),
        preview.passes() >= ENOUGH_PASSES,
        readings,
        photo.truth().seconds());
  }

  private synchronized SetPreview previewOf(StandingSet set) {
    for (SetPreview known : previews) {
      if (known.lights(set)) {
        previews.remove(known);
        previews.addFirst(known);
        return known;
      }
    }
    SetPreview made = new SetPreview(set, WIDTH, HEIGHT);
    previews.addFirst(made);
    while (previews.size() > KEPT) {
      previews.removeLast();
    }
    return made;
  }
}
