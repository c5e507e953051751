package app.istante.core.bench;

import static app.istante.core.bench.TracedThing.say;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import javax.imageio.ImageIO;

/** What a model's maker made its parts of (MTL), in the language of the other ray tracer. */
final class MeshFinish {
  /** Of a part that its maker says nothing about. */
  static final String PLAIN = "texture{pigment{rgb 0.7} finish{ambient 0 diffuse 0.88}} ";

  /** In the place of a texture whose picture says where there is nothing, or is missing. */
  static final String PIERCED = "";

  private MeshFinish() {}

  /** Each material's texture; none where the file is missing. */
  static Map<String, String> all(Path file) throws IOException {
    Map<String, Map<String, String>> materials = new LinkedHashMap<>();
    Map<String, String> says = new HashMap<>();
    if (Files.exists(file)) {
      for (String line : Files.readAllLines(file, StandardCharsets.ISO_8859_1)) {
        String[] words = line.strip().split("\\s+", 2);
        if (words.length > 1 && words[0].equals("newmtl")) {
          says = materials.computeIfAbsent(words[1], name -> new HashMap<>());
        } else if (words.length > 1) {
          says.put(words[0], words[1]);
        }
      }
    }
    Map<String, String> textures = new LinkedHashMap<>();
    for (Map.Entry<String, Map<String, String>> material : materials.entrySet()) {
      textures.put(material.getKey(), texture(material.getValue(), file));
    }
    return textures;
  }

  private static String texture(Map<String, String> says, Path file) throws IOException {
    if (says.containsKey("map_d")) {
      return PIERCED;
    }
    double[] colour = MeshThing.numbers(says.getOrDefault("Kd", "0.7 0.7 0.7"), 3);
    double opaque = Double.parseDouble(says.getOrDefault("d", "1"));
    double shine = Math.min(1, MeshThing.numbers(says.getOrDefault("Ks", "0"), 1)[0]);
    String pigment =
        say(
            "rgbt <%f,%f,%f,%f>",
            0.92 * colour[0], 0.92 * colour[1], 0.92 * colour[2], 0.9 * (1 - opaque));
    if (says.containsKey("map_Kd")) {
      Path picture = file.resolveSibling(says.get("map_Kd").replace('\\', '/')).toAbsolutePath();
      BufferedImage read = Files.exists(picture) ? ImageIO.read(picture.toFile()) : null;
      if (read == null || read.getColorModel().hasAlpha()) {
        return PIERCED;
      }
      String kind = picture.toString().toLowerCase(Locale.ROOT).endsWith(".png") ? "png" : "jpeg";
      pigment = "uv_mapping image_map{" + kind + " \"" + picture + "\" interpolate 2}";
    }
    // Clear walls that mirror each other, one behind the other, take the tracer minutes.
    double mirror = opaque < 1 ? 0 : 0.3 * shine;
    return say(
        "texture{pigment{%s} finish{ambient 0 diffuse 0.88 specular %f roughness 0.02"
            + " reflection{0,%f}}} ",
        pigment, 0.4 * shine, mirror);
  }
}
