package app.istante.server.support;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Settings of this installation.
 *
 * @param dataFolder where pictures, kept-aside files and watched folders lie
 * @param demo whether the made-up shop is loaded at the first start
 * @param demoPhotos which of the demo's days come with their photos
 * @param photographPx longer side of what the simulated camera takes
 * @param workers checks and finishes under way at the same time
 */
@ConfigurationProperties("istante")
public record IstanteProperties(
    Path dataFolder, boolean demo, DemoPhotos demoPhotos, int photographPx, int workers) {

  /** The Sunday is the longer day; without photos a shoot is only planned. */
  public enum DemoPhotos {
    NONE,
    SATURDAY,
    ALL
  }
}
