package app.istante.core.image;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.Pointer;
import com.sun.jna.Structure;
import com.sun.jna.ptr.IntByReference;
import com.sun.jna.ptr.PointerByReference;
import java.io.BufferedOutputStream;
import java.io.DataOutputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A process of its own that opens one HEIC or AVIF file with libheif and writes its main picture to
 * its output: a head, then all codes, row by row. A file made to break a decoder ends this process,
 * not the one that asked.
 *
 * <p>The head is, each a big-endian 32-bit number: width, height, channels (3, or 4 with alpha that
 * is not multiplied in), bits of the file's codes, bytes of a code (1, or 2 big-endian ones scaled
 * to 16 bits), pictures in the file, numbers of its colours and of its curve (ITU-T H.273, 0 where
 * none are told), bytes of the profile; then the profile. It comes before anything is decoded, so
 * that who reads it can stop what is too large.
 */
public final class HeifProcess {
  static final int DAMAGED = 3;
  static final int ENDS_EARLY = 4;
  static final int NO_LIBRARY = 5;

  private HeifProcess() {}

  /** What of libheif is used; its calls and numbers are those of its header, heif.h. */
  public interface Heif extends Library {
    /** An answer by value: code 0 is well. */
    @Structure.FieldOrder({"code", "subcode", "message"})
    final class Answer extends Structure implements Structure.ByValue {
      public int code;
      public int subcode;
      public Pointer message;
    }

    int ENDED_EARLY = 100;
    int COLOURS_RGB = 1;
    int INTERLEAVED_RGB = 10;
    int INTERLEAVED_RGBA = 11;
    int INTERLEAVED_RGB_16_BIG_ENDIAN = 12;
    int INTERLEAVED_RGBA_16_BIG_ENDIAN = 13;
    int CHANNEL_INTERLEAVED = 10;

    Pointer heif_context_alloc();

    Answer heif_context_read_from_memory_without_copy(
        Pointer context, Pointer bytes, long size, Pointer options);

    int heif_context_get_number_of_top_level_images(Pointer context);

    Answer heif_context_get_primary_image_handle(Pointer context, PointerByReference handle);

    int heif_image_handle_get_width(Pointer handle);

    int heif_image_handle_get_height(Pointer handle);

    int heif_image_handle_has_alpha_channel(Pointer handle);

    int heif_image_handle_get_luma_bits_per_pixel(Pointer handle);

    long heif_image_handle_get_raw_color_profile_size(Pointer handle);

    Answer heif_image_handle_get_raw_color_profile(Pointer handle, byte[] profile);

    Answer heif_image_handle_get_nclx_color_profile(Pointer handle, PointerByReference colours);

    Answer heif_decode_image(
        Pointer handle, PointerByReference image, int colours, int chroma, Pointer options);

    int heif_image_get_width(Pointer image, int channel);

    int heif_image_get_height(Pointer image, int channel);

    int heif_image_get_bits_per_pixel_range(Pointer image, int channel);

    Pointer heif_image_get_plane_readonly(Pointer image, int channel, IntByReference stride);
  }

  /**
   * @param arguments the file's path
   */
  public static void main(String[] arguments) throws IOException {
    byte[] file = Files.readAllBytes(Path.of(arguments[0]));
    Heif heif;
    try {
      heif = Native.load("libheif.so.1", Heif.class);
    } catch (UnsatisfiedLinkError notInstalled) {
      System.exit(NO_LIBRARY);
      return;
    }
    try (DataOutputStream out =
        new DataOutputStream(
            new BufferedOutputStream(new FileOutputStream(FileDescriptor.out), 1 << 16))) {
      write(heif, file, out);
    }
  }

  private static void write(Heif heif, byte[] file, DataOutputStream out) throws IOException {
    Memory bytes = new Memory(file.length);
    bytes.write(0, file, 0, file.length);
    Pointer context = heif.heif_context_alloc();
    require(heif.heif_context_read_from_memory_without_copy(context, bytes, file.length, null));
    PointerByReference found = new PointerByReference();
    require(heif.heif_context_get_primary_image_handle(context, found));
    Pointer handle = found.getValue();

    int width = heif.heif_image_handle_get_width(handle);
    int height = heif.heif_image_handle_get_height(handle);
    boolean alpha = heif.heif_image_handle_has_alpha_channel(handle) != 0;
    int bits = heif.heif_image_handle_get_luma_bits_per_pixel(handle);
    boolean wide = bits > Byte.SIZE;
    int channels = alpha ? 4 : 3;
    byte[] profile = new byte[(int) heif.heif_image_handle_get_raw_color_profile_size(handle)];
    if (profile.length > 0) {
      require(heif.heif_image_handle_get_raw_color_profile(handle, profile));
    }
    int pictures = heif.heif_context_get_number_of_top_level_images(context);
    int[] colours = colours(heif, handle);
    int[] head = {
      width, height, channels, bits, wide ? 2 : 1, pictures, colours[0], colours[1], profile.length
    };
    for (int number : head) {
      out.writeInt(number);
    }
    out.write(profile);
    out.flush();

    int narrow = alpha ? Heif.INTERLEAVED_RGBA : Heif.INTERLEAVED_RGB;
    int broad = alpha ? Heif.INTERLEAVED_RGBA_16_BIG_ENDIAN : Heif.INTERLEAVED_RGB_16_BIG_ENDIAN;
    PointerByReference decoded = new PointerByReference();
    int chroma = wide ? broad : narrow;
    require(heif.heif_decode_image(handle, decoded, Heif.COLOURS_RGB, chroma, null));
    Pointer image = decoded.getValue();
    if (heif.heif_image_get_width(image, Heif.CHANNEL_INTERLEAVED) != width
        || heif.heif_image_get_height(image, Heif.CHANNEL_INTERLEAVED) != height) {
      System.exit(DAMAGED);
    }
    int range = heif.heif_image_get_bits_per_pixel_range(image, Heif.CHANNEL_INTERLEAVED);
    IntByReference stride = new IntByReference();
    Pointer codes = heif.heif_image_get_plane_readonly(image, Heif.CHANNEL_INTERLEAVED, stride);
    byte[] row = new byte[channels * width * (wide ? 2 : 1)];
    for (int y = 0; y < height; y++) {
      codes.read((long) y * stride.getValue(), row, 0, row.length);
      if (wide) {
        toSixteenBits(row, range);
      }
      out.write(row);
    }
  }

  /**
   * Numbers of the colours and of the curve, from the structure that libheif fills: after a byte.
   */
  private static int[] colours(Heif heif, Pointer handle) {
    PointerByReference told = new PointerByReference();
    boolean none = heif.heif_image_handle_get_nclx_color_profile(handle, told).code != 0;
    return none || told.getValue() == null
        ? new int[2]
        : told.getValue().getIntArray(Integer.BYTES, 2);
  }

  /** Spreads codes of fewer bits over 16: the highest becomes 65,535. */
  private static void toSixteenBits(byte[] row, int bits) {
    for (int i = 0; i < row.length; i += 2) {
      int code = (row[i] & 0xFF) << Byte.SIZE | row[i + 1] & 0xFF;
      int spread = code << Short.SIZE - bits | code >> Math.max(0, 2 * bits - Short.SIZE);
      row[i] = (byte) (spread >> Byte.SIZE);
      row[i + 1] = (byte) spread;
    }
  }

  private static void require(Heif.Answer answer) {
    if (answer.code != 0) {
      System.exit(answer.subcode == Heif.ENDED_EARLY ? ENDS_EARLY : DAMAGED);
    }
  }
}
