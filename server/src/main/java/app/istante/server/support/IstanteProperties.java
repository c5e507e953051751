package app.istante.server.support;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Settings of this installation.
 *
 * @param dataFolder where pictures, kept-aside files and watched folders lie
 * @param demo whether the made-up shop is loaded at the first start
 * @param demoSunday whether the demo's second, longer day of photos is loaded too
 * @param photographPx longer side of what the simulated camera takes
 * @param workers checks and finishes under way at the same time
 */
@ConfigurationProperties("istante")
public record IstanteProperties(
    Path dataFolder, boolean demo, boolean demoSunday, int photographPx, int workers) {}
