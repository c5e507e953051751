package app.istante.core.image;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;

/** Encodes pictures. Nothing of the original's metadata is carried over: no place, no name. */
public final class PhotoWriter {
  private PhotoWriter() {}

  /**
   * @param quality 0 to 1
   */
  public static byte[] jpeg(EncodedImage srgb, double quality) throws IOException {
    BufferedImage image = bgr(srgb);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream(srgb.rgb().length / 8);
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
      writer.setOutput(out);
      ImageWriteParam how = writer.getDefaultWriteParam();
      how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      how.setCompressionQuality((float) quality);
      var metadata =
          writer.getDefaultImageMetadata(ImageTypeSpecifier.createFromRenderedImage(image), how);
      writer.write(null, new IIOImage(image, null, metadata), how);
    } finally {
      writer.dispose();
    }
    return bytes.toByteArray();
  }

  public static byte[] png(EncodedImage srgb) throws IOException {
    return png(bgr(srgb));
  }

  /** An 8-bit grey PNG: masks. */
  public static byte[] greyPng(byte[] grey, int width, int height) throws IOException {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
    System.arraycopy(
        grey, 0, ((DataBufferByte) image.getRaster().getDataBuffer()).getData(), 0, grey.length);
    return png(image);
  }

  private static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    if (!ImageIO.write(image, "png", bytes)) {
      throw new IOException("no PNG writer on this platform");
    }
    return bytes.toByteArray();
  }

  private static BufferedImage bgr(EncodedImage srgb) {
    BufferedImage image =
        new BufferedImage(srgb.widthPx(), srgb.heightPx(), BufferedImage.TYPE_3BYTE_BGR);
    byte[] to = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
    byte[] from = srgb.rgb();
    for (int i = 0; i < to.length; i += 3) {
      to[i] = from[i + 2];
      to[i + 1] = from[i + 1];
      to[i + 2] = from[i];
    }
    return image;
  }
}
