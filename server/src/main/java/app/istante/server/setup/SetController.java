package app.istante.server.setup;

import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Readings;
import app.istante.core.plan.daylight.Sky;
import app.istante.core.set.Answers;
import app.istante.core.set.Arrangements;
import app.istante.core.set.Depth;
import app.istante.core.set.Flash;
import app.istante.core.set.Framing;
import app.istante.core.set.RecipeCard;
import app.istante.core.set.SheetFit;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.set.WhiteExposure;
import app.istante.core.set.Window;
import app.istante.core.sim.Shelf;
import java.io.IOException;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The calculators and the simulated picture. Nothing is stored here. */
@RestController
@RequestMapping("/api/set")
class SetController {
  private final SetPictures pictures;
  private final KitService kit;
  private final SetInRoom room;
  private final Urgent urgent;

  SetController(SetPictures pictures, KitService kit, SetInRoom room, Urgent urgent) {
    this.urgent = urgent;
    this.pictures = pictures;
    this.kit = kit;
    this.room = room;
  }

  /** What there is to build with and to look at. */
  record Workshop(List<Arrangements.Arrangement> arrangements, List<Shelf.ShelfThing> things) {}

  record Question(StandingSet set, Answers.Wanted wanted) {}

  /**
   * @param more follow more light than there is, for a finer picture
   * @param window a name of the asking window's own; a newer question of it drops this one
   */
  record PictureQuestion(StandingSet set, boolean more, String window) {}

  /**
   * @param image a JPEG in Base64
   * @param seconds exposure time, also where the camera chose it
   * @param readings absent in a first, coarse picture
   */
  record SetPicture(
      String image,
      int passes,
      int enoughPasses,
      boolean finished,
      double seconds,
      @Nullable Readings readings) {}

  record FramingQuestion(
      @Nullable Double focalMm,
      @Nullable Double distanceMm,
      @Nullable Double fieldMm,
      double sensorMm) {}

  record CloseUpAnswer(double magnification, double distanceMm, double lostStops) {
    static CloseUpAnswer of(Framing.CloseUp c) {
      return new CloseUpAnswer(c.magnification(), c.distanceMm(), c.lostStops());
    }
  }

  /**
   * @param depthMm how deep a flat thing lies along the view
   * @param tiltDegrees of the lens that lays the sharp plane on it
   */
  record LyingAnswer(double depthMm, double tiltDegrees) {}

  record FlashAnswer(double fNumber, double distanceMm) {}

  @GetMapping("/workshop")
  Workshop workshop() {
    return new Workshop(Arrangements.all(), Shelf.entries());
  }

  /** A common arrangement, made to a thing's size. */
  @GetMapping("/arrangements/{id}")
  StandingSet arrangement(@PathVariable String id, @RequestParam String thing) {
    Shelf.ShelfThing of = Shelf.entry(thing);
    return room.fitted(Arrangements.of(id, Thing.of(thing), of.heightMm(), of.widthMm()));
  }

  /** The window that the table stands at, with its light at an hour of the place. */
  @GetMapping("/window")
  Window window(@RequestParam LocalDateTime at, @RequestParam Sky sky) {
    return room.window(at, sky);
  }

  @PostMapping("/answers")
  Answers answers(@RequestBody Question question) {
    return urgent.first(() -> Answers.of(question.set(), question.wanted(), kit.pieces()));
  }

  /** Nothing where the same window has asked anew meanwhile. */
  @PostMapping("/picture")
  ResponseEntity<SetPicture> picture(@RequestBody PictureQuestion question)
      throws IOException, UnreadablePhotoException {
    SetPictures.Shown shown = pictures.picture(question.set(), question.more(), question.window());
    if (shown == null) {
      return ResponseEntity.noContent().build();
    }
    return ResponseEntity.ok(
        new SetPicture(
            shown.image(),
            shown.passes(),
            SetPictures.ENOUGH_PASSES,
            shown.finished(),
            shown.seconds(),
            shown.readings()));
  }

  /** The printed card of a set that is not kept. */
  @PostMapping(value = "/card", produces = MediaType.APPLICATION_PDF_VALUE)
  byte[] card(@RequestBody Question question) throws IOException {
    return RecipeCard.pdf(question.set(), answers(question), "", Map.of());
  }

  /** Two of focal length, distance and field give the third. */
  @PostMapping("/ask/framing")
  Framing.FramingSolution framing(@RequestBody FramingQuestion q) {
    return Framing.solve(q.focalMm(), q.distanceMm(), q.fieldMm(), q.sensorMm());
  }

  @GetMapping("/ask/rings")
  CloseUpAnswer rings(@RequestParam double focalMm, @RequestParam double extensionMm) {
    return CloseUpAnswer.of(Framing.rings(focalMm, 0, extensionMm));
  }

  @GetMapping("/ask/reversed")
  CloseUpAnswer reversed(@RequestParam double focalMm, @RequestParam double registerMm) {
    return CloseUpAnswer.of(Framing.reversed(focalMm, registerMm));
  }

  /** A flat thing on the table, seen at an angle. */
  @GetMapping("/ask/lying")
  LyingAnswer lying(
      @RequestParam double lengthMm,
      @RequestParam double focalMm,
      @RequestParam double heightMm,
      @RequestParam double downDegrees) {
    return new LyingAnswer(
        Depth.lyingDepthMm(lengthMm, downDegrees),
        Depth.tiltDegrees(focalMm, heightMm, downDegrees));
  }

  /** Aperture for a distance, or distance for an aperture. */
  @GetMapping("/ask/flash")
  FlashAnswer flash(
      @RequestParam double guideNumber,
      @RequestParam double iso,
      @RequestParam double power,
      @RequestParam(required = false) @Nullable Double distanceMm,
      @RequestParam(required = false) @Nullable Double fNumber) {
    if (distanceMm != null) {
      return new FlashAnswer(Flash.apertureFor(guideNumber, distanceMm, iso, power), distanceMm);
    }
    if (fNumber != null) {
      return new FlashAnswer(fNumber, Flash.distanceFor(guideNumber, fNumber, iso, power));
    }
    throw new IllegalArgumentException("Give the flash's distance or the aperture.");
  }

  @GetMapping("/ask/cut")
  SheetFit.Cut cut(
      @RequestParam double widthMm,
      @RequestParam double lengthMm,
      @RequestParam double rollWidthMm,
      @RequestParam double rollLengthMm) {
    return SheetFit.cut(widthMm, lengthMm, rollWidthMm, rollLengthMm);
  }

  /** From a test take's readings: raise the exposure, or light the ground. */
  @GetMapping("/ask/white")
  WhiteExposure.ExposureAnswer white(
      @RequestParam double underWhiteStops, @RequestParam double headroomStops) {
    return WhiteExposure.fromTake(underWhiteStops, headroomStops);
  }
}
