package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Whether the readings of a photo stay within their stated bands when only the file changes: at
 * half the size, compressed harder, mirrored, in the codes of a wider profile.
 */
final class Steadiness {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final double HARDER = 0.8;
  private static final double FINE = 0.95;

  /** Readings with a band that do not depend on the number of pixels. */
  private static final List<String> READINGS =
      List.of(
          "backdrop.level",
          "backdrop.low5",
          "backdrop.nearWhiteShare",
          "backdrop.falloffStops",
          "backdrop.castA",
          "backdrop.castB",
          "backdrop.shadow.depthStops",
          "product.fillLongestSide",
          "product.centreOffset.x",
          "product.centreOffset.y",
          "product.rollDegrees",
          "exposure.clippedShare");

  private final Map<String, int[]> counts = new LinkedHashMap<>();
  private final Map<String, List<String>> moved = new LinkedHashMap<>();

  /** A photo changed; mirrored, what is to the left of it lies to the right. */
  private record Change(String name, byte[] file, boolean mirrored) {}

  void add(Bed.Picture picture, Readings before) throws IOException, UnreadablePhotoException {
    EncodedImage srgb = picture.photo().srgb();
    for (Change change :
        List.of(
            new Change("half the size", PhotoWriter.jpeg(half(srgb), FINE), false),
            new Change("JPEG quality 80", PhotoWriter.jpeg(srgb, HARDER), false),
            new Change("mirrored", PhotoWriter.jpeg(mirrored(srgb), FINE), true),
            new Change("with another profile", WideGamut.jpeg(srgb, FINE), false))) {
      Readings after = Measurement.measure(new PhotoReader(Limits.STANDARD).read(change.file));
      compare(picture.label().name(), change, before, after);
    }
  }

  private synchronized void compare(String name, Change change, Readings before, Readings after) {
    JsonNode one = JSON.valueToTree(before);
    JsonNode two = JSON.valueToTree(after);
    for (String reading : READINGS) {
      JsonNode was = one.at("/" + reading.replace('.', '/'));
      JsonNode is = two.at("/" + reading.replace('.', '/'));
      Double band = before.uncertainty().get(reading);
      if (!was.isNumber() || !is.isNumber() || band == null) {
        continue;
      }
      boolean turns =
          change.mirrored
              && (reading.equals("product.centreOffset.x")
                  || reading.equals("product.rollDegrees"));
      double off = Math.abs(is.asDouble() - (turns ? -1 : 1) * was.asDouble());
      int[] count = counts.computeIfAbsent(change.name, key -> new int[2]);
      count[0]++;
      if (off <= band) {
        count[1]++;
      } else {
        moved
            .computeIfAbsent(change.name, key -> new ArrayList<>())
            .add(String.format(Locale.ROOT, "%s, %s by %.3g", name, reading, off));
      }
    }
  }

  private static EncodedImage half(EncodedImage in) {
    int width = in.widthPx() / 2;
    int height = in.heightPx() / 2;
    byte[] out = new byte[3 * width * height];
    for (int at = 0; at < out.length; at++) {
      int x = at / 3 % width;
      int y = at / 3 / width;
      int from = 3 * (2 * y * in.widthPx() + 2 * x) + at % 3;
      int below = from + 3 * in.widthPx();
      int sum =
          (in.rgb()[from] & 0xFF)
              + (in.rgb()[from + 3] & 0xFF)
              + (in.rgb()[below] & 0xFF)
              + (in.rgb()[below + 3] & 0xFF);
      out[at] = (byte) ((sum + 2) / 4);
    }
    return new EncodedImage(width, height, out);
  }

  private static EncodedImage mirrored(EncodedImage in) {
    int width = in.widthPx();
    byte[] out = new byte[in.rgb().length];
    for (int at = 0; at < out.length; at++) {
      int x = at / 3 % width;
      int row = at / 3 / width;
      out[at] = in.rgb()[3 * (row * width + width - 1 - x) + at % 3];
    }
    return new EncodedImage(width, in.heightPx(), out);
  }

  void print() {
    counts.forEach(
        (name, count) -> {
          System.out.printf(
              Locale.ROOT,
              "The same photo, %s: %d of %d readings moved less than their band%n",
              name,
              count[1],
              count[0]);
          moved.getOrDefault(name, List.of()).stream()
              .sorted()
              .forEach(line -> System.out.println("  " + line));
        });
    System.out.println();
  }
}
