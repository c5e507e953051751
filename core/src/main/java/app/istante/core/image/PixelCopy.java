package app.istante.core.image;

import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.IndexColorModel;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.util.Arrays;
import java.util.Optional;

/**
 * Copies decoded pixels into upright 8-bit codes, keeping the file's own codes wherever its profile
 * is a plain matrix one.
 */
final class PixelCopy {
  private PixelCopy() {}

  record Result(EncodedImage codes, ColourTransform transform) {}

  static Result upright(BufferedImage image, int orientation, byte[] icc, IccProfile profile) {
    boolean palette = image.getColorModel() instanceof IndexColorModel;
    boolean grey = !palette && image.getRaster().getNumBands() < 3;
    boolean rgb = !palette && !grey && isRgb(image);
    Optional<ColourTransform> own = Optional.empty();
    if (profile != null) {
      own = grey ? profile.greyTransform() : profile.matrixTransform();
    }
    // What was told in CIELAB, say, has been turned into sRGB by who decoded it.
    boolean ofOtherCodes = profile == null || !profile.isRgb();
    boolean ownCodes = palette || grey || rgb && (ofOtherCodes || own.isPresent());
    if (ownCodes) {
      return new Result(copy(image, orientation), own.orElse(ColourTransform.SRGB));
    }
    return new Result(copy(throughColourManager(image, icc), orientation), ColourTransform.SRGB);
  }

  private static boolean isRgb(BufferedImage image) {
    return image.getColorModel().getColorSpace().getType() == ColorSpace.TYPE_RGB;
  }

  private static BufferedImage throughColourManager(BufferedImage image, byte[] icc) {
    ColorSpace from = image.getColorModel().getColorSpace();
    if (icc != null && from.getType() == ColorSpace.TYPE_RGB) {
      try {
        from = new ICC_ColorSpace(ICC_Profile.getInstance(icc));
      } catch (IllegalArgumentException damaged) {
        return image;
      }
    }
    BufferedImage srgb =
        new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_3BYTE_BGR);
    try {
      ColorConvertOp convert =
          new ColorConvertOp(from, ColorSpace.getInstance(ColorSpace.CS_sRGB), null);
      if (image.getColorModel().getColorSpace().equals(from)) {
        convert.filter(image, srgb);
      } else {
        convert.filter(image.getRaster(), srgb.getRaster());
      }
      return srgb;
    } catch (RuntimeException unusable) {
      // An absurd profile: the codes are taken as they stand, as browsers do.
      return image;
    }
  }

  private static EncodedImage copy(BufferedImage image, int orientation) {
    int width = image.getWidth();
    int height = image.getHeight();
    byte[] asTheyAre = orientation == 1 ? redGreenBlue(image) : null;
    if (asTheyAre != null) {
      return new EncodedImage(width, height, asTheyAre);
    }
    boolean swap = orientation >= 5;
    int outWidth = swap ? height : width;
    int outHeight = swap ? width : height;
    byte[] out = new byte[Math.multiplyExact(3, Math.multiplyExact(outWidth, outHeight))];
    RowReader rows = RowReader.of(image);
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          byte[] row = new byte[3 * width];
          int[] samples = new int[4 * width];
          for (int y = from; y < to; y++) {
            rows.read(y, row, samples);
            place(row, y, width, height, orientation, outWidth, out);
          }
        });
    return new EncodedImage(outWidth, outHeight, out);
  }

  /** The picture's own codes where they lie as ours do, else null. */
  private static byte[] redGreenBlue(BufferedImage image) {
    Raster raster = image.getRaster();
    boolean ours =
        raster.getSampleModel() instanceof PixelInterleavedSampleModel model
            && raster.getDataBuffer() instanceof DataBufferByte
            && model.getPixelStride() == 3
            && model.getScanlineStride() == 3 * image.getWidth()
            && Arrays.equals(model.getBandOffsets(), new int[] {0, 1, 2})
            && !(image.getColorModel() instanceof IndexColorModel);
    byte[] data = ours ? ((DataBufferByte) raster.getDataBuffer()).getData() : null;
    return data != null && data.length == 3 * image.getWidth() * image.getHeight() ? data : null;
  }

  /** EXIF 2.32, tag 274: where row 0 and column 0 of the file lie in the upright picture. */
  private static void place(
      byte[] row, int y, int width, int height, int orientation, int outWidth, byte[] out) {
    if (orientation == 1) {
      System.arraycopy(row, 0, out, 3 * y * width, 3 * width);
      return;
    }
    for (int x = 0; x < width; x++) {
      int mx = width - 1 - x;
      int my = height - 1 - y;
      int to =
          switch (orientation) {
            case 2 -> y * outWidth + mx;
            case 3 -> my * outWidth + mx;
            case 4 -> my * outWidth + x;
            case 5 -> x * outWidth + y;
            case 6 -> x * outWidth + my;
            case 7 -> mx * outWidth + my;
            default -> mx * outWidth + y;
          };
      out[3 * to] = row[3 * x];
      out[3 * to + 1] = row[3 * x + 1];
      out[3 * to + 2] = row[3 * x + 2];
    }
  }

  /** Reads one row as red, green, blue codes, alpha laid over white. */
  @FunctionalInterface
  private interface RowReader {
    void read(int y, byte[] rgb, int[] samples);

    static RowReader of(BufferedImage image) {
      Raster raster = image.getRaster();
      int width = image.getWidth();
      byte[] ours = redGreenBlue(image);
      if (ours != null) {
        return (y, rgb, samples) -> System.arraycopy(ours, 3 * y * width, rgb, 0, 3 * width);
      }
      if (image.getType() == BufferedImage.TYPE_3BYTE_BGR) {
        byte[] data = ((DataBufferByte) raster.getDataBuffer()).getData();
        return (y, rgb, samples) -> {
          int at = 3 * y * width;
          for (int i = 0; i < 3 * width; i += 3) {
            rgb[i] = data[at + i + 2];
            rgb[i + 1] = data[at + i + 1];
            rgb[i + 2] = data[at + i];
          }
        };
      }
      int bits = image.getColorModel().getComponentSize(0);
      boolean plain =
          !(image.getColorModel() instanceof IndexColorModel)
              && (raster.getNumBands() < 3 || raster.getNumBands() <= 4 && isRgb(image))
              && (raster.getTransferType() == DataBuffer.TYPE_BYTE
                  || raster.getTransferType() == DataBuffer.TYPE_USHORT)
              && (bits == 8 || bits == 16)
              && raster.getSampleModel() instanceof java.awt.image.ComponentSampleModel;
      if (plain) {
        int bands = raster.getNumBands();
        boolean weighed = image.isAlphaPremultiplied();
        return (y, rgb, samples) -> {
          raster.getPixels(0, y, width, 1, samples);
          for (int x = 0; x < width; x++) {
            unpack(samples, bands * x, bands, bits, weighed, rgb, 3 * x);
          }
        };
      }
      return (y, rgb, samples) -> {
        for (int x = 0; x < width; x++) {
          int argb = image.getRGB(x, y);
          samples[0] = argb >> 16 & 0xFF;
          samples[1] = argb >> 8 & 0xFF;
          samples[2] = argb & 0xFF;
          samples[3] = argb >>> 24;
          unpack(samples, 0, 4, 8, false, rgb, 3 * x);
        }
      };
    }

    /**
     * Bands: 1 grey, 2 grey and alpha, 3 colour, 4 colour and alpha.
     *
     * @param weighed whether colours are times alpha already
     */
    private static void unpack(
        int[] samples, int at, int bands, int bits, boolean weighed, byte[] rgb, int to) {
      int top = bits == 16 ? 65535 : 255;
      int alpha = bands == 2 || bands == 4 ? samples[at + bands - 1] : top;
      for (int channel = 0; channel < 3; channel++) {
        int value = samples[bands < 3 ? at : at + channel];
        if (alpha < top) {
          long over = weighed ? value : ((long) value * alpha + top / 2) / top;
          value = (int) Math.min(top, over + top - alpha);
        }
        rgb[to + channel] = (byte) (bits == 16 ? (value + 128) / 257 : value);
      }
    }
  }
}
