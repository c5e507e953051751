package app.istante.core.sim;

import app.istante.core.colour.CardReference;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.List;
import java.util.Map;

/** Cards that stand in the set to be measured or read, leaning back a little. */
final class Cards {
  static final double CARD_WIDTH_MM = 104;
  static final double CARD_HEIGHT_MM = 72;

  /** How far cards lean back, degrees. */
  static final double LEAN_BACK = 20;

  /** Between the card's edge and its patches, and between patches: share of the card's height. */
  private static final double BORDER = 0.06;

  private static final double GAP = 0.03;
  private static final double SLIP_WIDTH_MM = 90;

  private Cards() {}

  private static Body standing(Shape shape, Material material) {
    return new Body(shape, material, Body.Part.CARD, new Vec(0, 0.2, 0), 1, 0, 0, -LEAN_BACK);
  }

  static List<Body> greyCard() {
    return List.of(standing(new Plate(100, 100, 0), Material.matte(0.18, 0.18, 0.18)));
  }

  static List<Body> colourCard() {
    CardReference reference = CardReference.sinceNovember2014();
    Vec[] colours =
        reference.patches().stream().map(p -> Vec.of(p.lab().toLinear())).toArray(Vec[]::new);
    Vec black = new Vec(0.02, 0.02, 0.02);
    Material.Pattern patches =
        (u, v) -> {
          int column = patchAt(u * CARD_WIDTH_MM, CARD_WIDTH_MM, CardReference.COLUMNS);
          int row = patchAt((1 - v) * CARD_HEIGHT_MM, CARD_HEIGHT_MM, CardReference.ROWS);
          return column < 0 || row < 0 ? black : colours[row * CardReference.COLUMNS + column];
        };
    return List.of(
        standing(
            new Plate(CARD_WIDTH_MM, CARD_HEIGHT_MM, 0),
            Material.matte(0.1, 0.1, 0.1).with(patches)));
  }

  /** Index of the patch at a place along one side, or -1 between patches. */
  private static int patchAt(double place, double side, int count) {
    double border = BORDER * CARD_HEIGHT_MM;
    double step = (side - 2 * border) / count;
    double at = (place - border) / step;
    int index = (int) Math.floor(at);
    double inside = (at - index) * step;
    double gap = GAP * CARD_HEIGHT_MM / 2;
    return index < 0 || index >= count || inside < gap || inside > step - gap ? -1 : index;
  }

  /** Middle of a patch on the card, mm from its lower left corner: across, up. */
  static double[] patchMiddle(int index) {
    double border = BORDER * CARD_HEIGHT_MM;
    double across = (CARD_WIDTH_MM - 2 * border) / CardReference.COLUMNS;
    double down = (CARD_HEIGHT_MM - 2 * border) / CardReference.ROWS;
    return new double[] {
      border + across * (index % CardReference.COLUMNS + 0.5),
      CARD_HEIGHT_MM - border - down * (index / CardReference.COLUMNS + 0.5)
    };
  }

  /** A slip with its square code, as the printed sheets have it. */
  static List<Body> slip(String text) {
    BitMatrix code;
    try {
      code =
          new QRCodeWriter()
              .encode(
                  text,
                  BarcodeFormat.QR_CODE,
                  0,
                  0,
                  Map.of(
                      EncodeHintType.ERROR_CORRECTION,
                      ErrorCorrectionLevel.M,
                      EncodeHintType.MARGIN,
                      4));
    } catch (WriterException e) {
      throw new IllegalArgumentException("A slip can't say [" + text + "].", e);
    }
    Vec paper = new Vec(0.82, 0.82, 0.80);
    Vec ink = new Vec(0.03, 0.03, 0.03);
    Material.Pattern squares =
        (u, v) -> {
          int x = Math.min(code.getWidth() - 1, (int) (u * code.getWidth()));
          int y = Math.min(code.getHeight() - 1, (int) ((1 - v) * code.getHeight()));
          return code.get(x, y) ? ink : paper;
        };
    return List.of(
        standing(
            new Plate(SLIP_WIDTH_MM, SLIP_WIDTH_MM, 0),
            Material.matte(0.8, 0.8, 0.8).with(squares)));
  }
}
