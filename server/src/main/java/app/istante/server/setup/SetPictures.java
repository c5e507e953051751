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
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Base64;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import org.jspecify.annotations.Nullable;
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
  private static final int KEPT_WINDOWS = 64;

  /** From one pass alone readings say little, and the picture is wanted soon. */
  private static final int MEASURED_FROM_PASSES = 2;

  private static final double JPEG_QUALITY = 0.92;

  /** The first pictures answer soon, the next ones gather more light. */
  private static final long FIRST_MILLIS = 350;

  private static final long MORE_MILLIS = 1200;
  private static final int EARLY_PASSES = 4;

  private final Deque<SetPreview> previews = new ArrayDeque<>();
  private final Urgent urgent;

  /** Finer pictures leave a core to whoever works meanwhile, the browser too. */
  private final ForkJoinPool spare =
      new ForkJoinPool(Math.max(1, Runtime.getRuntime().availableProcessors() - 1));

  /** The latest question of each window that builds a set; earlier ones are dropped. */
  private final Map<String, Long> latest =
      new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Long> eldest) {
          return size() > KEPT_WINDOWS;
        }
      };

  private long questions;

  SetPictures(Urgent urgent) {
    this.urgent = urgent;
  }

  /**
   * @param image a JPEG in Base64
   * @param passes followed so far
   * @param readings null in a first picture, which is too coarse
   */
  record Shown(
      String image, int passes, boolean finished, @Nullable Readings readings, double seconds) {}

  /**
   * @param window that asks; its earlier questions are dropped
   * @return null where the window has asked anew meanwhile
   */
  @Nullable Shown picture(StandingSet set, boolean more, String window)
      throws IOException, UnreadablePhotoException {
    long mine = asked(window);
    SetPreview preview = previewOf(set);
    if (!more) {
      return make(preview, set, false, window, mine);
    }
    try {
      return spare.submit(() -> make(preview, set, true, window, mine)).get();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return null;
    } catch (ExecutionException failed) {
      throw new IllegalStateException(failed.getCause());
    }
  }

  private @Nullable Shown make(
      SetPreview preview, StandingSet set, boolean more, String window, long mine)
      throws IOException, UnreadablePhotoException {
    boolean fresh = preview.passes() == 0;
    if (fresh || more) {
      long millis = preview.passes() < EARLY_PASSES ? FIRST_MILLIS : MORE_MILLIS;
      preview.follow(millis, ENOUGH_PASSES, pace(window, mine));
    }
    if (!isLatest(window, mine)) {
      return null;
    }
    SimulatedPhoto photo = preview.photo(set);
    EncodedImage picture = photo.picture();
    if (!isLatest(window, mine)) {
      return null;
    }
    byte[] jpeg = PhotoWriter.jpeg(picture, JPEG_QUALITY);
    Readings readings =
        preview.passes() < MEASURED_FROM_PASSES
            ? null
            : Measurement.measure(new PhotoReader(Limits.STANDARD).read(jpeg));
    return new Shown(
        Base64.getEncoder().encodeToString(jpeg),
        preview.passes(),
        preview.passes() >= ENOUGH_PASSES,
        readings,
        photo.truth().seconds());
  }

  @PreDestroy
  void close() {
    spare.shutdownNow();
  }

  private long asked(String window) {
    synchronized (latest) {
      latest.remove(window);
      latest.put(window, ++questions);
      return questions;
    }
  }

  private boolean isLatest(String window, long question) {
    synchronized (latest) {
      return latest.getOrDefault(window, question) == question;
    }
  }

  private SetPreview.Pace pace(String window, long mine) {
    return new SetPreview.Pace() {
      @Override
      public void giveWay() {
        urgent.giveWay();
      }

      @Override
      public boolean stillWanted() {
        return isLatest(window, mine);
      }
    };
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
