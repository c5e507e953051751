package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Scale;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.List;

/**
 * A plain border that was put round a picture, or bars above and below: lines of one colour from
 * the file's edge inwards that end all at once, along a straight line. Ground that is burnt to
 * white is plain, too, but nothing ends there from side to side.
 */
final class Border {
  /** Of one colour, codes: what compression leaves of a plain line. */
  private static final int PLAIN_CODES = 10;

  /** Share of a line that is so. */
  private static final double PLAIN_SHARE = 0.97;

  private static final int FEWEST_PX = 2;
  private static final double WIDEST_SHARE = 0.25;

  /** Where it ends, codes change by this, */
  private static final int STEP_CODES = 16;

  /** along this share of the line. */
  private static final double STEP_SHARE = 0.95;

  /**
   * and what begins there is not the product: one that the frame cuts on two sides ends a ground.
   */
  private static final double MOST_PRODUCT = 0.6;

  /** Within so many lines: compression blurs the edge. */
  private static final int STEP_PX = 3;

  private static final int SAMPLES = 400;

  /** Of a line that is to be plain: many are looked at. */
  private static final int FEW_SAMPLES = 100;

  private final EncodedImage picture;
  private final Separation parts;
  private final Scale scale;

  private Border(EncodedImage picture, Separation parts, Scale scale) {
    this.picture = picture;
    this.parts = parts;
    this.scale = scale;
  }

  /**
   * A border round a picture.
   *
   * @param sides photo pixels; none, or opposite sides
   * @param inside what it leaves of the working picture
   */
  record Found(List<Readings.Foreign> sides, Inside inside) {}

  /** A part of a picture, its pixels: all that lie wholly in it. */
  record Inside(int left, int top, int width, int height) {
    /** Place in the whole picture, so wide, of a pixel of this part. */
    int whole(int at, int wide) {
      return (top + at / width) * wide + left + at % width;
    }
  }

  /**
   * @param parts the whole picture taken apart as if there were none
   * @param scale of the parts
   */
  static Found in(EncodedImage picture, Separation parts, Scale scale) {
    return new Border(picture, parts, scale).found();
  }

  private Found found() {
    int width = picture.widthPx();
    int height = picture.heightPx();
    int top = across(true, false);
    int bottom = across(true, true);
    int left = across(false, false);
    int right = across(false, true);
    List<Readings.Foreign> sides = new ArrayList<>();
    int fromRow = 0;
    int toRow = parts.height();
    if (top > 0 && bottom > 0) {
      sides.add(side(0, 0, width, top));
      sides.add(side(0, height - bottom, width, bottom));
      fromRow = firstClear(top);
      toRow = (int) ((height - bottom - STEP_PX) / scale.px());
    }
    int fromColumn = 0;
    int toColumn = parts.width();
    if (left > 0 && right > 0) {
      sides.add(side(0, 0, left, height));
      sides.add(side(width - right, 0, right, height));
      fromColumn = firstClear(left);
      toColumn = (int) ((width - right - STEP_PX) / scale.px());
    }
    return new Found(
        sides, new Inside(fromColumn, fromRow, toColumn - fromColumn, toRow - fromRow));
  }

  /** The first working pixel that a border of such a width does not reach into. */
  private int firstClear(int borderPx) {
    return (int) Math.ceil((borderPx + STEP_PX) / scale.px());
  }

  private static Readings.Foreign side(int x, int y, int width, int height) {
    return new Readings.Foreign(x, y, width, height, Readings.Foreign.BORDER);
  }

  /** Width of the border on one side; 0 without one. */
  private int across(boolean rows, boolean fromEnd) {
    int lines = rows ? picture.heightPx() : picture.widthPx();
    int most = (int) (WIDEST_SHARE * lines);
    int[] first = colour(rows, fromEnd ? lines - 1 : 0);
    int width = 0;
    while (width < most && isPlain(rows, fromEnd ? lines - 1 - width : width, first)) {
      width++;
    }
    if (width < FEWEST_PX || width >= most) {
      return 0;
    }
    int beyond = Math.min(lines - 1, width + STEP_PX);
    int line = fromEnd ? lines - 1 - beyond : beyond;
    return ends(rows, line, first, width) && !isProduct(rows, line) ? width : 0;
  }

  /** Whether the product lies along most of a line. */
  private boolean isProduct(boolean rows, int line) {
    int length = rows ? parts.width() : parts.height();
    int across = Math.min((rows ? parts.height() : parts.width()) - 1, scale.cell(line));
    int count = 0;
    for (int along = 0; along < length; along++) {
      int at = rows ? across * parts.width() + along : along * parts.width() + across;
      count += parts.kind()[at] == Separation.PRODUCT ? 1 : 0;
    }
    return count > MOST_PRODUCT * length;
  }

  /** The middle pixel of a line. */
  private int[] colour(boolean rows, int line) {
    int at = at(rows, line, (rows ? picture.widthPx() : picture.heightPx()) / 2);
    return new int[] {code(at, 0), code(at, 1), code(at, 2)};
  }

  private int at(boolean rows, int line, int along) {
    return rows ? line * picture.widthPx() + along : along * picture.widthPx() + line;
  }

  private int code(int at, int channel) {
    return picture.rgb()[3 * at + channel] & 0xFF;
  }

  private boolean isPlain(boolean rows, int line, int[] colour) {
    return 1 - shareOff(rows, line, colour, PLAIN_CODES + 1, 0, FEW_SAMPLES) >= PLAIN_SHARE;
  }

  /**
   * @param corner pixels at both ends of the line that may be border, too
   */
  private boolean ends(boolean rows, int line, int[] colour, int corner) {
    return shareOff(rows, line, colour, STEP_CODES, corner + STEP_PX, SAMPLES) >= STEP_SHARE;
  }

  /** Share of a line, without its ends, that is off a colour by so many codes in some channel. */
  private double shareOff(boolean rows, int line, int[] colour, int codes, int without, int most) {
    int length = (rows ? picture.widthPx() : picture.heightPx()) - 2 * without;
    int samples = Math.min(most, length);
    int count = 0;
    for (int i = 0; i < samples; i++) {
      int at = at(rows, line, without + (int) ((i + 0.5) * length / samples));
      boolean off = false;
      for (int channel = 0; channel < 3; channel++) {
        off |= Math.abs(code(at, channel) - colour[channel]) >= codes;
      }
      count += off ? 1 : 0;
    }
    return samples <= 0 ? 0 : (double) count / samples;
  }
}
