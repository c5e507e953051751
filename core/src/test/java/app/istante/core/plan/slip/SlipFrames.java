package app.istante.core.plan.slip;

import app.istante.core.image.EncodedImage;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.Random;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Photographs of a printed slip, simulated: a pinhole camera sees the tilted paper on a table. */
final class SlipFrames {
  private static final int DPI = 250;
  private static final double SLIP_WIDTH_MM = 95;
  private static final double SLIP_HEIGHT_MM = 68;

  /** Focal length in frame widths: a phone's main camera. */
  private static final double FOCAL = 0.75;

  /** The table around the slip, linear. */
  private static final double TABLE = 0.3;

  private SlipFrames() {}

  /** The first slip of a sheet, as the printer puts it on paper. */
  static BufferedImage printed(byte[] pdf) throws IOException {
    try (PDDocument document = Loader.loadPDF(pdf)) {
      BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, DPI);
      int left = (int) (10 / 25.4 * DPI);
      int top = (int) ((297 - 12.5 - 4 * SLIP_HEIGHT_MM) / 25.4 * DPI);
      return page.getSubimage(
          left, top, (int) (SLIP_WIDTH_MM / 25.4 * DPI), (int) (SLIP_HEIGHT_MM / 25.4 * DPI));
    }
  }

  /**
   * @param areaShare of the frame that the slip covers, before it is tilted
   * @param tiltDeg around the direction {@code axisDeg} in the paper
   * @param turnDeg in the frame
   * @param light of white paper, linear, 1 is clipping
   * @param noise standard deviation, 8-bit codes
   */
  static EncodedImage photograph(
      BufferedImage slip,
      int width,
      int height,
      double areaShare,
      double tiltDeg,
      double axisDeg,
      double turnDeg,
      double light,
      double blurPx,
      double noise,
      long seed) {
    Random random = new Random(seed);
    double slipArea = SLIP_WIDTH_MM * SLIP_HEIGHT_MM;
    double scale = Math.sqrt(areaShare * width * height / slipArea);
    double focal = FOCAL * width;
    double distance = focal / scale;
    double[][] turn = product(turned(turnDeg), tilted(tiltDeg, axisDeg));
    double cx = width * (0.5 + 0.15 * (random.nextDouble() - 0.5));
    double cy = height * (0.5 + 0.15 * (random.nextDouble() - 0.5));
    double fall = 0.35 * random.nextDouble();
    double[] plane = new double[width * height];
    int samples = 1;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        if (paper(slip, turn, x - cx, y - cy, focal, distance, scale) == TABLE) {
          plane[y * width + x] = TABLE * light * (1 - fall * x / width);
          continue;
        }
        double sum = 0;
        for (int v = -samples; v <= samples; v++) {
          for (int u = -samples; u <= samples; u++) {
            sum +=
                paper(slip, turn, x + u * blurPx - cx, y + v * blurPx - cy, focal, distance, scale);
          }
        }
        double mean = sum / ((2 * samples + 1) * (2 * samples + 1));
        plane[y * width + x] = mean * light * (1 - fall * x / width);
      }
    }
    byte[] rgb = new byte[3 * width * height];
    for (int at = 0; at < plane.length; at++) {
      double code = 255 * Math.pow(Math.min(1, plane[at]), 1 / 2.2) + noise * random.nextGaussian();
      byte value = (byte) Math.max(0, Math.min(255, Math.round(code)));
      rgb[3 * at] = value;
      rgb[3 * at + 1] = value;
      rgb[3 * at + 2] = value;
    }
    return new EncodedImage(width, height, rgb);
  }

  /** Brightness where the ray through a pixel meets the paper; a grey table beside it. */
  private static double paper(
      BufferedImage slip,
      double[][] turn,
      double px,
      double py,
      double focal,
      double distance,
      double scale) {
    // Plane through (0, 0, distance) spanned by the turned x and y axes; ray t (px, py, focal).
    double[] nx = {turn[0][0], turn[1][0], turn[2][0]};
    double[] ny = {turn[0][1], turn[1][1], turn[2][1]};
    double[] n = cross(nx, ny);
    double t = n[2] * distance / (n[0] * px + n[1] * py + n[2] * focal);
    double[] at = {t * px, t * py, t * focal - distance};
    double mmX = dot(at, nx) + SLIP_WIDTH_MM / 2;
    double mmY = dot(at, ny) + SLIP_HEIGHT_MM / 2;
    int x = (int) Math.floor(mmX / 25.4 * DPI);
    int y = (int) Math.floor(mmY / 25.4 * DPI);
    if (x < 0 || y < 0 || x >= slip.getWidth() || y >= slip.getHeight()) {
      return TABLE;
    }
    return 0.03 + 0.85 * Math.pow((slip.getRGB(x, y) >> 8 & 0xFF) / 255.0, 2.2);
  }

  private static double[][] turned(double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    return new double[][] {{c, -s, 0}, {s, c, 0}, {0, 0, 1}};
  }

  /** Rotation around an axis in the paper (Rodrigues). */
  private static double[][] tilted(double degrees, double axisDeg) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    double x = Math.cos(Math.toRadians(axisDeg));
    double y = Math.sin(Math.toRadians(axisDeg));
    return new double[][] {
      {c + x * x * (1 - c), x * y * (1 - c), y * s},
      {x * y * (1 - c), c + y * y * (1 - c), -x * s},
      {-y * s, x * s, c}
    };
  }

  private static double[][] product(double[][] a, double[][] b) {
    double[][] out = new double[3][3];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        for (int k = 0; k < 3; k++) {
          out[i][j] += a[i][k] * b[k][j];
        }
      }
    }
    return out;
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }
}
