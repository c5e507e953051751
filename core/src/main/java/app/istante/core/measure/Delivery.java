package app.istante.core.measure;

/**
 * How a picture is to be delivered: what framing and sharpness are judged against.
 *
 * @param aspect width over height of the delivered frame, or null to keep the photo's
 * @param longestSidePx pixels of the delivered picture's longest side; larger is made smaller
 * @param minLongestSidePx fewest pixels that are accepted
 * @param fillMin least share of the frame's side that the product should fill, 0 to 1
 * @param fillMax most
 */
public record Delivery(
    Double aspect, int longestSidePx, int minLongestSidePx, double fillMin, double fillMax) {
  public Delivery {
    if (aspect != null && !(aspect > 0.1 && aspect < 10)) {
      throw new IllegalArgumentException("aspect [" + aspect + "] must lie between 0.1 and 10");
    }
    if (longestSidePx < 1 || minLongestSidePx < 0) {
      throw new IllegalArgumentException(
          "longestSidePx ["
              + longestSidePx
              + "] and minLongestSidePx ["
              + minLongestSidePx
              + "] must be positive");
    }
    if (!(fillMin >= 0 && fillMin <= fillMax && fillMax <= 1)) {
      throw new IllegalArgumentException(
          "fill must rise from 0 to 1: fillMin [" + fillMin + "], fillMax [" + fillMax + "]");
    }
  }

  double wantedFill() {
    return (fillMin + fillMax) / 2;
  }
}
