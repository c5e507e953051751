package app.istante.core.image;

import java.awt.Transparency;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/**
 * What a decoder makes of a file.
 *
 * @param image in the file's own codes, not yet turned upright by EXIF
 * @param icc the file's profile, or null
 * @param bitDepth of the file's codes
 * @param frames pictures or pages in the file; the image is one of them
 */
record Decoded(BufferedImage image, byte[] icc, int bitDepth, int frames) {

  /** A picture to be filled: red, green, blue, perhaps alpha, one after another and row by row. */
  static BufferedImage empty(ColorSpace space, boolean alpha, boolean wide, int width, int height) {
    int type = wide ? DataBuffer.TYPE_USHORT : DataBuffer.TYPE_BYTE;
    int[] channels = alpha ? new int[] {0, 1, 2, 3} : new int[] {0, 1, 2};
    int seen = alpha ? Transparency.TRANSLUCENT : Transparency.OPAQUE;
    ColorModel model = new ComponentColorModel(space, alpha, false, seen, type);
    int count = channels.length;
    WritableRaster raster =
        Raster.createInterleavedRaster(type, width, height, count * width, count, channels, null);
    return new BufferedImage(model, raster, false, null);
  }
}
