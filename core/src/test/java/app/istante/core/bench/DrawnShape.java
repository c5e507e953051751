package app.istante.core.bench;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;

/**
 * Outlines of things, drawn in a frame of their own: the standing edge at y = 1, the top at y = 0,
 * the upright axis at x = 0.
 */
enum DrawnShape {
  BOTTLE(true, Label.Kind.OPAQUE),
  CUP_WITH_HANDLE(false, Label.Kind.OPAQUE),
  BOX(true, Label.Kind.OPAQUE),
  SHOE(false, Label.Kind.OPAQUE),
  PLATE(false, Label.Kind.OPAQUE),
  FRAME(true, Label.Kind.OPAQUE),
  BEAR(true, Label.Kind.OPAQUE),
  NECKLACE(false, Label.Kind.CHAIN),
  BOARD(true, Label.Kind.OPAQUE),
  CANDLESTICK(true, Label.Kind.OPAQUE);

  /** Whether it has an upright whose lean can be seen. */
  final boolean upright;

  final Label.Kind kind;

  DrawnShape(boolean upright, Label.Kind kind) {
    this.upright = upright;
    this.kind = kind;
  }

  Area outline() {
    return switch (this) {
      case BOTTLE -> {
        Path2D half = new Path2D.Double();
        half.moveTo(0, 0);
        half.lineTo(0.08, 0);
        half.lineTo(0.08, 0.22);
        half.curveTo(0.08, 0.36, 0.19, 0.34, 0.19, 0.48);
        half.lineTo(0.19, 0.97);
        half.quadTo(0.19, 1, 0.16, 1);
        half.lineTo(0, 1);
        yield bothSides(half);
      }
      case CUP_WITH_HANDLE -> {
        Area cup = new Area(new RoundRectangle2D.Double(-0.5, 0, 0.86, 1, 0.2, 0.2));
        cup.add(ring(0.36, 0.5, 0.3, 0.38, 0.2, 0.27));
        cup.add(new Area(new Rectangle2D.Double(-0.5, 0, 0.86, 0.5)));
        yield cup;
      }
      case BOX -> new Area(new RoundRectangle2D.Double(-0.4, 0, 0.8, 1, 0.02, 0.02));
      case SHOE -> {
        Path2D shoe = new Path2D.Double();
        shoe.moveTo(-0.9, 0.02);
        shoe.quadTo(-0.6, -0.02, -0.35, 0.05);
        shoe.curveTo(-0.2, 0.35, 0.1, 0.5, 0.5, 0.55);
        shoe.curveTo(0.95, 0.6, 1.05, 0.8, 1.0, 1);
        shoe.lineTo(-0.95, 1);
        shoe.curveTo(-1, 0.6, -0.9, 0.4, -0.9, 0.02);
        shoe.closePath();
        yield new Area(shoe);
      }
      case PLATE -> new Area(new Ellipse2D.Double(-1, 0, 2, 1));
      case FRAME -> {
        Area frame = new Area(new Rectangle2D.Double(-0.38, 0, 0.76, 1));
        frame.subtract(new Area(new Rectangle2D.Double(-0.28, 0.1, 0.56, 0.8)));
        yield frame;
      }
      case BEAR -> {
        Area bear = new Area(new Ellipse2D.Double(-0.27, 0.38, 0.54, 0.56));
        bear.add(new Area(new Ellipse2D.Double(-0.22, 0.03, 0.44, 0.42)));
        for (int side = -1; side <= 1; side += 2) {
          bear.add(new Area(new Ellipse2D.Double(side * 0.18 - 0.08, 0, 0.16, 0.16)));
          bear.add(new Area(new Ellipse2D.Double(side * 0.3 - 0.1, 0.42, 0.2, 0.32)));
          bear.add(new Area(new Ellipse2D.Double(side * 0.2 - 0.13, 0.74, 0.26, 0.26)));
        }
        yield bear;
      }
      case NECKLACE -> {
        Shape path = new Ellipse2D.Double(-0.42, 0.02, 0.84, 0.84);
        Area chain = new Area(new BasicStroke(0.022f).createStrokedShape(path));
        chain.add(new Area(new Ellipse2D.Double(-0.08, 0.82, 0.16, 0.18)));
        yield chain;
      }
      case BOARD -> {
        Area board = new Area(new RoundRectangle2D.Double(-0.3, 0.2, 0.6, 0.8, 0.12, 0.12));
        board.add(new Area(new RoundRectangle2D.Double(-0.09, 0, 0.18, 0.3, 0.1, 0.1)));
        board.subtract(new Area(new Ellipse2D.Double(-0.04, 0.05, 0.08, 0.08)));
        yield board;
      }
      case CANDLESTICK -> {
        Path2D half = new Path2D.Double();
        half.moveTo(0, 0);
        half.lineTo(0.1, 0);
        half.lineTo(0.1, 0.05);
        half.quadTo(0.03, 0.1, 0.035, 0.2);
        half.curveTo(0.1, 0.26, 0.1, 0.34, 0.035, 0.4);
        half.lineTo(0.05, 0.8);
        half.quadTo(0.06, 0.9, 0.24, 0.95);
        half.lineTo(0.24, 1);
        half.lineTo(0, 1);
        yield bothSides(half);
      }
    };
  }

  private static Area bothSides(Path2D right) {
    Area whole = new Area(right);
    whole.add(new Area(AffineTransform.getScaleInstance(-1, 1).createTransformedShape(right)));
    return whole;
  }

  private static Area ring(double x, double y, double rx, double ry, double ix, double iy) {
    Area ring = new Area(new Ellipse2D.Double(x - rx, y - ry, 2 * rx, 2 * ry));
    ring.subtract(new Area(new Ellipse2D.Double(x - ix, y - iy, 2 * ix, 2 * iy)));
    return ring;
  }

  /** Share of each pixel that a shape covers, 0 to 1. */
  static float[] cover(Shape shape, int width, int height) {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
    Graphics2D pen = image.createGraphics();
    pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    pen.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    pen.setColor(Color.WHITE);
    pen.fill(shape);
    pen.dispose();
    byte[] codes = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
    float[] cover = new float[codes.length];
    for (int at = 0; at < cover.length; at++) {
      cover[at] = (codes[at] & 0xFF) / 255f;
    }
    return cover;
  }
}
