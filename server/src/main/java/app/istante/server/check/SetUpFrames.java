package app.istante.server.check;

import app.istante.core.cli.Json;
import app.istante.core.colour.ColourText;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.BlankFrame;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Known;
import app.istante.core.measure.Readings;
import app.istante.core.plan.slip.Assignment.Shows;
import app.istante.server.picture.PictureStore;
import app.istante.server.shoot.ShootService;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import app.istante.server.take.TakeState;
import java.io.IOException;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * The frames that belong to a set-up rather than to an item: the empty set and the colour card.
 * Those taken last before a take tell how it is to be measured.
 */
@Component
class SetUpFrames {
  private final TakeRepository takes;
  private final TakeCheckRepository checks;
  private final ShootService shoots;
  private final PictureStore pictures;

  SetUpFrames(
      TakeRepository takes,
      TakeCheckRepository checks,
      ShootService shoots,
      PictureStore pictures) {
    this.takes = takes;
    this.checks = checks;
    this.shoots = shoots;
    this.pictures = pictures;
  }

  /**
   * What a take is measured with.
   *
   * @param blank id of the take that shows the empty set
   * @param card id of the take that shows the card: its own, where it is the card frame
   */
  record Frames(@Nullable Long blank, @Nullable Long card) {
    static final Frames NONE = new Frames(null, null);
  }

  /** The frames for each of a shoot's takes. */
  Frames of(Take take) {
    return among(take, framesOf(take.shootId(), against(take.shootId())));
  }

  /** Takes of a shoot that were measured against other frames than they should be now. */
  List<Long> outdated(long shootId) {
    Map<Long, Frames> against = against(shootId);
    List<Take> frames = framesOf(shootId, against);
    return takes.findByShootId(shootId).stream()
        .filter(take -> take.state() == TakeState.MEASURED && against.containsKey(take.id()))
        .filter(take -> !against.get(take.id()).equals(among(take, frames)))
        .map(Take::id)
        .toList();
  }

  private Map<Long, Frames> against(long shootId) {
    Map<Long, Frames> against = new HashMap<>();
    checks.measuredAgainst(shootId).forEach(one -> against.put(one.takeId(), one.frames()));
    return against;
  }

  /** A card frame counts from when it was measured as one. */
  private List<Take> framesOf(long shootId, Map<Long, Frames> against) {
    return takes.findByShootIdAndShowsIn(shootId, List.of(Shows.BLANK, Shows.CARD)).stream()
        .filter(take -> take.state() == TakeState.MEASURED)
        .filter(take -> take.shows() == Shows.BLANK || isItsOwnCard(take, against.get(take.id())))
        .toList();
  }

  private static boolean isItsOwnCard(Take take, @Nullable Frames measured) {
    return measured != null && take.id().equals(measured.card());
  }

  private static Frames among(Take take, List<Take> frames) {
    if (!take.isPicture()) {
      return take.shows() == Shows.CARD ? new Frames(null, take.id()) : Frames.NONE;
    }
    return new Frames(last(take, frames, Shows.BLANK), last(take, frames, Shows.CARD));
  }

  private static @Nullable Long last(Take before, List<Take> frames, Shows what) {
    return frames.stream()
        .filter(frame -> frame.shows() == what && !when(frame).isAfter(when(before)))
        .max(Comparator.comparing(SetUpFrames::when).thenComparing(Take::id))
        .map(Take::id)
        .orElse(null);
  }

  private static Instant when(Take take) {
    return take.takenAt() == null ? take.arrivedAt() : take.takenAt();
  }

  /**
   * What the frames and the item's own colour tell, before a take is looked at.
   *
   * @param outlineRight whether a person found the outline right that these frames give
   */
  Known known(Take take, Frames frames, boolean outlineRight) throws IOException {
    boolean isCard = take.shows() == Shows.CARD;
    return new Known(
        frames.blank() == null ? null : blank(takes.findById(frames.blank()).orElse(null)),
        frames.card() == null || isCard ? null : card(frames.card()),
        Optional.ofNullable(take.shotId())
            .map(shot -> shoots.shot(shot).item().referenceColour())
            .filter(colour -> !colour.isBlank())
            .map(ColourText::read)
            .orElse(null),
        outlineRight,
        isCard,
        null);
  }

  private @Nullable BlankFrame blank(@Nullable Take take) throws IOException {
    if (take == null) {
      return null;
    }
    try {
      return Analysed.blank(
          new PhotoReader(Limits.STANDARD).read(pictures.original(take.sha256())));
    } catch (UnreadablePhotoException gone) {
      return null;
    }
  }

  private Readings.@Nullable ColourCard card(long takeId) {
    return checks
        .findById(takeId)
        .map(check -> Json.mapper().readValue(check.readings(), Readings.class).colour())
        .map(Readings.Colour::card)
        .filter(Objects::nonNull)
        .orElse(null);
  }
}
