package app.istante.core.plan.slip;

import app.istante.core.image.EncodedImage;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.Binarizer;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.LuminanceSource;
import com.google.zxing.PlanarYUVLuminanceSource;
import com.google.zxing.ReaderException;
import com.google.zxing.Result;
import com.google.zxing.common.GlobalHistogramBinarizer;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.multi.qrcode.QRCodeMultiReader;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds a slip in a photo: looks at it small first (quick, and grain is averaged away), then
 * larger. A square code that is not a slip's, on a box say, is passed over.
 */
public final class SlipReader {
  private static final int[] LONG_SIDES_PX = {1000, 1800, 3000};
  private static final Map<DecodeHintType, Object> HINTS =
      Map.of(
          DecodeHintType.POSSIBLE_FORMATS,
          List.of(BarcodeFormat.QR_CODE),
          DecodeHintType.TRY_HARDER,
          true);

  private SlipReader() {}

  /**
   * @param picture upright, 8-bit codes
   */
  public static Optional<SlipCode> read(EncodedImage picture) {
    int before = 0;
    for (int longSide : LONG_SIDES_PX) {
      int factor = Math.max(1, (int) Math.ceil((double) picture.longestSidePx() / longSide));
      if (factor == before) {
        continue;
      }
      before = factor;
      Grey grey = Grey.of(picture, factor);
      // Smoothed last: that saves small codes in dark, grainy pictures and costs sharp ones
      // nothing.
      for (Binarizer binarizer :
          List.of(
              new HybridBinarizer(grey.source()),
              new GlobalHistogramBinarizer(grey.source()),
              new HybridBinarizer(grey.smoothed().source()))) {
        Optional<SlipCode> found = decode(binarizer);
        if (found.isPresent()) {
          return found;
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<SlipCode> decode(Binarizer binarizer) {
    try {
      for (Result result :
          new QRCodeMultiReader().decodeMultiple(new BinaryBitmap(binarizer), HINTS)) {
        Optional<SlipCode> code = SlipCode.parse(result.getText());
        if (code.isPresent()) {
          return code;
        }
      }
    } catch (ReaderException | RuntimeException none) {
      // No code here. The decoder also fails in other ways on patterns that only look like one.
    }
    return Optional.empty();
  }

  /** A grey picture, 8-bit codes. */
  private record Grey(int width, int height, byte[] codes) {

    /** Green carries most of the light and least of the grain; squares are averaged. */
    static Grey of(EncodedImage picture, int factor) {
      int width = picture.widthPx() / factor;
      int height = picture.heightPx() / factor;
      byte[] rgb = picture.rgb();
      byte[] codes = new byte[width * height];
      int area = factor * factor;
      for (int y = 0; y < height; y++) {
        for (int x = 0; x < width; x++) {
          int sum = 0;
          for (int v = 0; v < factor; v++) {
            int at = 3 * ((y * factor + v) * picture.widthPx() + x * factor) + 1;
            for (int u = 0; u < factor; u++, at += 3) {
              sum += rgb[at] & 0xFF;
            }
          }
          codes[y * width + x] = (byte) (sum / area);
        }
      }
      return new Grey(width, height, codes);
    }

    /** Mean over 3 x 3 pixels; the border stays as it is. */
    Grey smoothed() {
      byte[] out = codes.clone();
      for (int y = 1; y < height - 1; y++) {
        for (int x = 1; x < width - 1; x++) {
          int sum = 0;
          for (int v = -1; v <= 1; v++) {
            int at = (y + v) * width + x;
            sum += (codes[at - 1] & 0xFF) + (codes[at] & 0xFF) + (codes[at + 1] & 0xFF);
          }
          out[y * width + x] = (byte) (sum / 9);
        }
      }
      return new Grey(width, height, out);
    }

    LuminanceSource source() {
      return new PlanarYUVLuminanceSource(codes, width, height, 0, 0, width, height, false);
    }
  }
}
