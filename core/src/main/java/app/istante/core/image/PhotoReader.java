package app.istante.core.image;

import app.istante.core.image.UnreadablePhotoException.Code;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.Locale;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * Reads a photograph: sniffs the format, refuses what is too large before decoding it, decodes,
 * turns it upright and keeps the way from its codes to linear light.
 */
public final class PhotoReader {
  private final Limits limits;

  public PhotoReader(Limits limits) {
    this.limits = limits;
    ImageIO.setUseCache(false);
  }

  public Photo read(Path file) throws UnreadablePhotoException {
    byte[] bytes;
    try {
      if (!Files.isRegularFile(file)) {
        throw new UnreadablePhotoException(Code.MISSING, "There is no such file.");
      }
      refuseLargeFile(Files.size(file));
      bytes = Files.readAllBytes(file);
    } catch (IOException failed) {
      throw new UnreadablePhotoException(
          Code.MISSING, "The file could not be opened. Is the card or disk still there?", failed);
    }
    return read(bytes);
  }

  /**
   * @param bytes a whole picture file
   * @throws UnreadablePhotoException with one sentence for the seller
   */
  public Photo read(byte[] bytes) throws UnreadablePhotoException {
    FileKind kind = kindOf(bytes);
    MetadataReader.Found found = MetadataReader.read(bytes, kind);
    Decoded decoded =
        isHeif(kind)
            ? HeifDecoder.decode(bytes, kind, this::refuseManyPixels)
            : decode(bytes, kind, found.iccProfile());
    int orientation = isHeif(kind) ? 1 : found.orientation();
    Optional<IccProfile> profile = IccProfile.read(decoded.icc());
    PixelCopy.Result pixels =
        PixelCopy.upright(decoded.image(), orientation, decoded.icc(), profile.orElse(null));
    PhotoFacts facts =
        new PhotoFacts(
            pixels.codes().widthPx(),
            pixels.codes().heightPx(),
            kind.label(),
            decoded.bitDepth(),
            profile.map(IccProfile::description).orElse("sRGB (assumed)"),
            found.jpegQuality(),
            bytes.length,
            sha256(bytes),
            decoded.frames(),
            found.takenAt(),
            found.camera(),
            found.privacy());
    return new Photo(facts, pixels.codes(), pixels.transform(), found.coding());
  }

  /**
   * Looks at the first bytes and the header only: refuses what is empty, no picture, too large or
   * of a kind that can't be opened here. A file that passes may still turn out damaged.
   */
  public FileKind probe(byte[] bytes) throws UnreadablePhotoException {
    FileKind kind = kindOf(bytes);
    if (isHeif(kind)) {
      return kind;
    }
    try (ImageInputStream stream =
        ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      ImageReader reader = readerFor(stream, kind, bytes);
      if (reader == null) {
        throw noDecoder(kind);
      }
      try {
        reader.setInput(stream, true, true);
        refuseManyPixels(reader.getWidth(0), reader.getHeight(0));
      } finally {
        reader.dispose();
      }
    } catch (UnreadablePhotoException known) {
      throw known;
    } catch (IOException | RuntimeException damaged) {
      throw endsEarly(bytes, kind) ? truncated(damaged) : damaged(kind, damaged);
    }
    return kind;
  }

  private FileKind kindOf(byte[] bytes) throws UnreadablePhotoException {
    if (bytes.length == 0) {
      throw new UnreadablePhotoException(
          Code.EMPTY, "The file is empty (0 bytes). Copy it again from the camera.");
    }
    refuseLargeFile(bytes.length);
    byte[] head = Arrays.copyOf(bytes, Math.min(bytes.length, FileKind.SNIFF_BYTES));
    FileKind kind = FileKind.sniff(head);
    if (kind == FileKind.UNKNOWN) {
      Optional<String> known = FileKind.elsewhereKnown(head);
      throw known.isPresent()
          ? notReadHere(known.get())
          : new UnreadablePhotoException(
              Code.NOT_A_PICTURE, "This is not a picture file, whatever its name says.");
    }
    if (kind == FileKind.TIFF && TiffHead.of(bytes).filter(TiffHead::isRaw).isPresent()) {
      throw notReadHere(FileKind.RAW_FILE);
    }
    return kind;
  }

  static UnreadablePhotoException notReadHere(String what) {
    return new UnreadablePhotoException(
        Code.NO_DECODER,
        "This is " + what + ", which Istante does not read. Save the picture as JPEG.");
  }

  private static boolean isHeif(FileKind kind) {
    return kind == FileKind.HEIC || kind == FileKind.AVIF;
  }

  private void refuseLargeFile(long size) throws UnreadablePhotoException {
    if (size > limits.maxBytes()) {
      throw new UnreadablePhotoException(
          Code.FILE_TOO_LARGE,
          String.format(
              Locale.ROOT,
              "The file has %d MB; Istante reads files up to %d MB.",
              size / 1_000_000,
              limits.maxBytes() / 1_000_000));
    }
  }

  /**
   * @param icc the file's own profile, or null
   */
  private Decoded decode(byte[] bytes, FileKind kind, byte[] icc) throws UnreadablePhotoException {
    boolean[] warned = new boolean[1];
    // The platform's reader would convert every code by the profile, to the same profile.
    boolean bare = icc != null && isForPlatform(bytes, kind);
    byte[] decoded = bare ? JpegSegments.withoutProfile(bytes) : bytes;
    try (ImageInputStream stream =
        ImageIO.createImageInputStream(new ByteArrayInputStream(decoded))) {
      ImageReader reader = readerFor(stream, kind, bytes);
      if (reader == null) {
        throw noDecoder(kind);
      }
      try {
        reader.setInput(stream, false, false);
        refuseManyPixels(reader.getWidth(0), reader.getHeight(0));
        int frames = kind == FileKind.JPEG ? 1 : Math.max(1, reader.getNumImages(true));
        reader.addIIOReadWarningListener((source, warning) -> warned[0] |= isLoss(warning));
        BufferedImage image = reader.read(0, inOwnCodes(reader, bytes, kind, icc));
        if (warned[0]) {
          throw truncated(null);
        }
        return new Decoded(image, icc, image.getColorModel().getComponentSize(0), frames);
      } finally {
        reader.dispose();
      }
    } catch (UnreadablePhotoException known) {
      throw known;
    } catch (java.io.EOFException early) {
      throw truncated(early);
    } catch (IOException | RuntimeException | StackOverflowError damaged) {
      if (warned[0] || endsEarly(bytes, kind)) {
        throw truncated(damaged);
      }
      throw damaged(kind, damaged);
    } catch (OutOfMemoryError tooLarge) {
      throw tooLargeForMemory(tooLarge);
    }
  }

  /**
   * Three-channel JPEGs are decoded straight into red, green, blue, which saves a copy of every
   * code; WebP into the file's own colour space: into sRGB its reader would convert it, clamped,
   * and it would be converted once more.
   */
  private static ImageReadParam inOwnCodes(
      ImageReader reader, byte[] bytes, FileKind kind, byte[] icc) throws IOException {
    ImageReadParam param = reader.getDefaultReadParam();
    ColorSpace space = null;
    boolean alpha = false;
    if (kind == FileKind.JPEG && JpegSegments.components(bytes) == 3) {
      space = ColorSpace.getInstance(ColorSpace.CS_sRGB);
    } else if (kind == FileKind.WEBP && IccProfile.read(icc).isPresent()) {
      space = spaceOf(icc);
      alpha = reader.getImageTypes(0).next().getColorModel().hasAlpha();
    }
    if (space != null && space.getType() == ColorSpace.TYPE_RGB) {
      param.setDestination(
          Decoded.empty(space, alpha, false, reader.getWidth(0), reader.getHeight(0)));
    }
    return param;
  }

  /** Null where the platform can't make sense of the profile. */
  private static ColorSpace spaceOf(byte[] icc) {
    try {
      return new ICC_ColorSpace(ICC_Profile.getInstance(icc));
    } catch (IllegalArgumentException absurd) {
      return null;
    }
  }

  /** The platform's own JPEG reader keeps raw codes; only four-channel files need the other one. */
  private static boolean isForPlatform(byte[] bytes, FileKind kind) {
    return kind == FileKind.JPEG && JpegSegments.components(bytes) != 4;
  }

  private static ImageReader readerFor(ImageInputStream stream, FileKind kind, byte[] bytes) {
    Iterator<ImageReader> readers =
        kind == FileKind.JPEG
            ? ImageIO.getImageReadersByFormatName("jpeg")
            : ImageIO.getImageReaders(stream);
    ImageReader chosen = null;
    boolean wantPlatform = isForPlatform(bytes, kind);
    while (readers.hasNext()) {
      ImageReader reader = readers.next();
      boolean platform = reader.getClass().getName().startsWith("com.sun.");
      if (chosen == null || wantPlatform && platform) {
        chosen = reader;
      }
    }
    return chosen;
  }

  private static boolean isLoss(String warning) {
    String lower = warning.toLowerCase(Locale.ROOT);
    return lower.contains("premature")
        || lower.contains("truncated")
        || lower.contains("corrupt")
        || lower.contains("missing eoi");
  }

  private static boolean endsEarly(byte[] bytes, FileKind kind) {
    if (kind == FileKind.PNG) {
      String tail = new String(bytes, Math.max(0, bytes.length - 16), Math.min(16, bytes.length));
      return !tail.contains("IEND");
    }
    if (kind == FileKind.JPEG) {
      return (bytes[bytes.length - 1] & 0xFF) != 0xD9;
    }
    return false;
  }

  private void refuseManyPixels(int width, int height) throws UnreadablePhotoException {
    long pixels = (long) width * height;
    if (pixels > limits.maxPixels()) {
      throw new UnreadablePhotoException(
          Code.TOO_MANY_PIXELS,
          String.format(
              Locale.ROOT,
              "The picture says it has %d x %d pixels (%d megapixels); Istante reads up to %d.",
              width,
              height,
              pixels / 1_000_000,
              limits.maxPixels() / 1_000_000));
    }
  }

  static UnreadablePhotoException truncated(Throwable cause) {
    return new UnreadablePhotoException(
        Code.TRUNCATED,
        "The file stops in the middle of the picture. Copy it again from the camera.",
        cause);
  }

  static UnreadablePhotoException tooLargeForMemory(OutOfMemoryError cause) {
    return new UnreadablePhotoException(
        Code.TOO_MANY_PIXELS, "There is not enough memory to open this picture.", cause);
  }

  static UnreadablePhotoException damaged(FileKind kind, Throwable cause) {
    return new UnreadablePhotoException(
        Code.DAMAGED,
        "The " + kind.label() + " file is damaged inside and can't be read. Copy it again.",
        cause);
  }

  static UnreadablePhotoException noDecoder(FileKind kind) {
    String what = kind.label() + " can't be opened on this machine. ";
    return new UnreadablePhotoException(
        Code.NO_DECODER,
        isHeif(kind)
            ? what + "Install Debian's package libheif1, or save the picture as JPEG."
            : what + "Save the picture as JPEG and try again.");
  }

  static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every Java platform has SHA-256", impossible);
    }
  }
}
