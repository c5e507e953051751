package app.istante.server;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** The smallest Exif segment that says when a photo was taken. */
final class ExifTime {
  private ExifTime() {}

  static byte[] write(byte[] jpeg, String time) {
    byte[] text = (time + "\0").getBytes(StandardCharsets.US_ASCII);
    // TIFF: header 8, IFD0 with one entry (pointer to Exif) 18, Exif IFD with one entry 18, text.
    ByteBuffer tiff = ByteBuffer.allocate(8 + 18 + 18 + text.length).order(ByteOrder.LITTLE_ENDIAN);
    tiff.put((byte) 'I').put((byte) 'I').putShort((short) 42).putInt(8);
    tiff.putShort((short) 1).putShort((short) 0x8769).putShort((short) 4).putInt(1).putInt(26);
    tiff.putInt(0);
    tiff.putShort((short) 1).putShort((short) 0x9003).putShort((short) 2).putInt(text.length);
    tiff.putInt(44).putInt(0);
    tiff.put(text);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(jpeg, 0, 2);
    int length = 2 + 6 + tiff.capacity();
    out.writeBytes(new byte[] {(byte) 0xFF, (byte) 0xE1, (byte) (length >> 8), (byte) length});
    out.writeBytes("Exif\0\0".getBytes(StandardCharsets.US_ASCII));
    out.writeBytes(tiff.array());
    out.write(jpeg, 2, jpeg.length - 2);
    return out.toByteArray();
  }
}
