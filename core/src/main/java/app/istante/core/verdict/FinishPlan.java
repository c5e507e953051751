package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/**
 * The computed edit that makes the final from a take, in this order: balance, even, lift, level,
 * crop, resize. Null steps are not needed.
 *
 * @param balance gains on the channels, green is 1
 * @param evenGround whether the lamps' fall-off is divided out, by the light of the empty set
 * @param liftStops exposure added, 0 and up
 * @param rotateDegrees turn of the content about the product's middle, positive is clockwise
 * @param crop in photo pixels, after the turn
 * @param widthPx of the final
 * @param heightPx of the final
 * @param predicted what readings should become, by dotted name, in the order of names
 */
public record FinishPlan(
    Balance balance,
    Boolean evenGround,
    Double liftStops,
    Double rotateDegrees,
    Readings.BoxPx crop,
    int widthPx,
    int heightPx,
    Map<String, Double> predicted) {
  public FinishPlan {
    predicted = Collections.unmodifiableMap(new TreeMap<>(predicted));
  }

  /** What it does to where things are, without what it does to light. */
  public FinishPlan placing() {
    return new FinishPlan(null, null, null, rotateDegrees, crop, widthPx, heightPx, Map.of());
  }

  /** Channel gains, 1 changes nothing. */
  public record Balance(double redGain, double blueGain) {}
}
