package app.istante.core.image;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Optional;

/** The first directory of a TIFF file (TIFF 6.0, section 2): what its fields say. */
final class TiffHead {
  static final int ICC_PROFILE = 0x8773;

  private static final int SUBFILE_KIND = 0xFE;
  private static final int COLOURS = 0x106;

  /** Written by cameras that keep what the sensor saw. */
  private static final int RAW_VERSION = 0xC612;

  private static final int SENSOR_MOSAIC = 32_803;
  private static final int SENSOR_LINEAR = 34_892;

  private static final int ENTRY_BYTES = 12;

  /** Bytes of one value, by a field's type. */
  private static final int[] SIZES = {0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8};

  private final ByteBuffer file;
  private final int first;
  private final int entries;

  private TiffHead(ByteBuffer file, int first, int entries) {
    this.file = file;
    this.first = first;
    this.entries = entries;
  }

  /**
   * @param bytes a whole file that begins as TIFF does; empty where its directory lies outside it
   */
  static Optional<TiffHead> of(byte[] bytes) {
    ByteBuffer file = ByteBuffer.wrap(bytes);
    file.order(bytes[0] == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    int at = bytes.length < 8 ? -1 : file.getInt(4);
    if (at < 8 || at > bytes.length - 2) {
      return Optional.empty();
    }
    int entries = file.getShort(at) & 0xFFFF;
    int room = (bytes.length - at - 2) / ENTRY_BYTES;
    return Optional.of(new TiffHead(file, at + 2, Math.min(entries, room)));
  }

  /** All bytes of a field; empty where there is none, or it lies outside the file. */
  Optional<byte[]> bytes(int tag) {
    for (int i = 0; i < entries; i++) {
      int entry = first + ENTRY_BYTES * i;
      if ((file.getShort(entry) & 0xFFFF) == tag) {
        int type = file.getShort(entry + 2);
        long size = type < 0 || type >= SIZES.length ? 0 : SIZES[type];
        long length = size * (file.getInt(entry + 4) & 0xFFFFFFFFL);
        long at = length <= 4 ? entry + 8 : file.getInt(entry + 8) & 0xFFFFFFFFL;
        if (length == 0 || at + length > file.capacity()) {
          return Optional.empty();
        }
        return Optional.of(Arrays.copyOfRange(file.array(), (int) at, (int) (at + length)));
      }
    }
    return Optional.empty();
  }

  /** The first value of a field of whole numbers, or 0. */
  private int number(int tag) {
    ByteBuffer value = bytes(tag).map(ByteBuffer::wrap).orElse(ByteBuffer.allocate(4));
    value.order(file.order());
    return value.capacity() >= 4
        ? value.getInt(0)
        : value.capacity() >= 2 ? value.getShort(0) & 0xFFFF : 0;
  }

  /**
   * Whether this is what a camera's sensor saw, not yet a picture: its first directory is of a
   * small preview then, or of single sensor places.
   */
  boolean isRaw() {
    int colours = number(COLOURS);
    boolean preview = (number(SUBFILE_KIND) & 1) == 1;
    return preview
        || bytes(RAW_VERSION).isPresent()
        || colours == SENSOR_MOSAIC
        || colours == SENSOR_LINEAR;
  }
}
