package app.istante.server.picture;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Scale;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.server.support.IstanteProperties;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** Small copies for the screen: upright sRGB JPEGs. Derived: they can be deleted and made again. */
@Component
public class Previews {
  private static final double QUALITY = 0.88;

  private final Path folder;
  private final PictureStore store;

  Previews(IstanteProperties properties, PictureStore store) {
    this.folder = properties.dataFolder().resolve("derived");
    this.store = store;
  }

  /** The sizes that screens ask for: in a grid, large, and every pixel (made when asked for). */
  public enum Size {
    SMALL(420),
    LARGE(1800),
    FULL(Integer.MAX_VALUE);

    private final int longestPx;

    Size(int longestPx) {
      this.longestPx = longestPx;
    }
  }

  public Path file(String sha256, Size size) throws IOException, UnreadablePhotoException {
    Path file = name(sha256, size);
    if (!Files.exists(file)) {
      make(new PhotoReader(Limits.STANDARD).read(store.original(sha256)), sha256, size);
    }
    return file;
  }

  /** Makes the sizes that every screen shows from a photo that is in memory anyway. */
  public void makeAll(Photo photo, String sha256) throws IOException {
    for (Size size : List.of(Size.SMALL, Size.LARGE)) {
      if (!Files.exists(name(sha256, size))) {
        make(photo, sha256, size);
      }
    }
  }

  private Path name(String sha256, Size size) {
    String pixels = size == Size.FULL ? "full" : Integer.toString(size.longestPx);
    return folder.resolve(sha256.substring(0, 2)).resolve(sha256 + "-" + pixels + ".jpg");
  }

  private void make(Photo photo, String sha256, Size size) throws IOException {
    int longest = Math.max(photo.widthPx(), photo.heightPx());
    int factor = Math.max(1, (int) Math.ceil((double) longest / size.longestPx));
    EncodedImage small =
        factor == 1 ? photo.srgb() : EncodedImage.ofLinear(photo.linear(new Scale(factor)));
    PictureStore.writeWhole(name(sha256, size), PhotoWriter.jpeg(small, QUALITY));
  }
}
