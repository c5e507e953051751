package app.istante.core.bench;

import static app.istante.core.bench.TracedThing.say;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Three-dimensional models that somebody else made (Wavefront OBJ with their MTL), as things for
 * the other ray tracer. Their shapes are nothing that we thought of. None ship with Istante.
 */
final class MeshThing {
  /** What is larger takes longer to read than to trace. */
  private static final long LARGEST_BYTES = 3_000_000;

  private static final double RADIUS = 8;

  /** Two faces that meet flatter than this show no edge. */
  private static final double SMOOTH_COSINE = Math.cos(Math.toRadians(40));

  /** Of so many parts of the models one judges. */
  private static final int PARTS = 4;

  private static final String ENDING = ".obj";

  private final String name;
  private final List<double[]> points = new ArrayList<>();
  private final List<double[]> places = new ArrayList<>();

  /** Each three points, three places on the picture (or -1) and a material. */
  private final List<int[]> faces = new ArrayList<>();

  private final Map<String, String> materials;
  private final List<String> used = new ArrayList<>();

  private MeshThing(Path file) throws IOException {
    name = name(file);
    Map<String, String> all = new LinkedHashMap<>();
    int material = 0;
    used.add("");
    for (String line : Files.readAllLines(file, StandardCharsets.ISO_8859_1)) {
      String[] words = line.strip().split("\\s+", 2);
      String rest = words.length > 1 ? words[1] : "";
      switch (words[0]) {
        case "mtllib" -> all.putAll(MeshFinish.all(file.resolveSibling(rest.replace('\\', '/'))));
        // The tracer's axes are the left hand's.
        case "v" -> {
          double[] at = numbers(rest, 3);
          points.add(new double[] {at[0], at[1], -at[2]});
        }
        case "vt" -> places.add(numbers(rest, 2));
        case "usemtl" -> {
          material = used.indexOf(rest);
          if (material < 0) {
            material = used.size();
            used.add(rest);
          }
        }
        case "f" -> face(rest.split("\\s+"), material);
        default -> {}
      }
    }
    materials = all;
    if (faces.isEmpty()) {
      throw new IOException("no faces in " + file);
    }
  }

  /** A model that can be used, or none: it is too large, broken, or pierced by its pictures. */
  static Optional<MeshThing> read(Path file) {
    try {
      if (Files.size(file) <= LARGEST_BYTES) {
        MeshThing mesh = new MeshThing(file);
        // Where a picture says what is there, the mask would not know.
        return mesh.materials.containsValue(MeshFinish.PIERCED)
            ? Optional.empty()
            : Optional.of(mesh);
      }
    } catch (IOException | IndexOutOfBoundsException | NumberFormatException e) {
      // One of hundreds that others made; the next is tried.
    }
    return Optional.empty();
  }

  /** A fourth of a folder's models in a fixed order; the others may be learned from. */
  static List<Path> judging(Path folder) throws IOException {
    return in(folder, MeshThing::judges);
  }

  /** Those that may be learned from, in a fixed order. */
  static List<Path> free(Path folder) throws IOException {
    return in(folder, file -> !judges(file));
  }

  private static boolean judges(Path file) {
    return Math.floorMod(name(file).hashCode(), PARTS) == 0;
  }

  private static List<Path> in(Path folder, Predicate<Path> wanted) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(file -> file.toString().endsWith(ENDING)).filter(wanted).sorted().toList();
    }
  }

  private static String name(Path file) {
    String name = file.getFileName().toString();
    return name.substring(0, name.length() - ENDING.length())
        .toLowerCase(Locale.ROOT)
        .replaceAll("[^a-z0-9]", "");
  }

  /** With the finish its maker gave it, or in a third of the cases with one by lot. */
  TracedThing thing(SplittableRandom lot, Surfaces surfaces) {
    double turn = Math.toRadians(BedScenes.between(lot, -40, 40));
    boolean dressed = lot.nextInt(3) == 0;
    String dress = lot.nextInt(3) == 0 ? surfaces.metal(lot) : surfaces.any(lot);
    List<double[]> stood = stood(turn);
    return new TracedThing(name, solid(stood, dressed ? dress : null), RADIUS, height(stood) / 2);
  }

  /** So many numbers of a line; 0 for those it does not have. */
  static double[] numbers(String text, int count) {
    double[] numbers =
        Arrays.stream(text.strip().split("\\s+")).mapToDouble(Double::parseDouble).toArray();
    return Arrays.copyOf(numbers, count);
  }

  /** A polygon as a fan of triangles. */
  private void face(String[] corners, int material) {
    int[][] at = new int[corners.length][2];
    for (int i = 0; i < corners.length; i++) {
      String[] parts = corners[i].split("/");
      at[i][0] = index(parts[0], points.size());
      at[i][1] = parts.length > 1 && !parts[1].isEmpty() ? index(parts[1], places.size()) : -1;
    }
    for (int i = 2; i < corners.length; i++) {
      faces.add(
          new int[] {at[0][0], at[i - 1][0], at[i][0], at[0][1], at[i - 1][1], at[i][1], material});
    }
  }

  private static int index(String text, int count) {
    int index = Integer.parseInt(text);
    return Objects.checkIndex(index < 0 ? count + index : index - 1, count);
  }

  /** The points once it is turned about its upright and stands on height 0 in the middle. */
  private List<double[]> stood(double turn) {
    List<double[]> stood = new ArrayList<>();
    for (double[] point : points) {
      stood.add(
          new double[] {
            point[0] * Math.cos(turn) - point[2] * Math.sin(turn),
            point[1],
            point[0] * Math.sin(turn) + point[2] * Math.cos(turn)
          });
    }
    double[] low = {Double.MAX_VALUE, Double.MAX_VALUE, Double.MAX_VALUE};
    double[] high = {-Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
    for (int[] face : faces) {
      for (int corner = 0; corner < 3; corner++) {
        double[] point = stood.get(face[corner]);
        for (int axis = 0; axis < 3; axis++) {
          low[axis] = Math.min(low[axis], point[axis]);
          high[axis] = Math.max(high[axis], point[axis]);
        }
      }
    }
    double scale =
        2 * RADIUS / Math.hypot(Math.hypot(high[0] - low[0], high[1] - low[1]), high[2] - low[2]);
    for (double[] point : stood) {
      point[0] = scale * (point[0] - (low[0] + high[0]) / 2);
      point[1] = scale * (point[1] - low[1]);
      point[2] = scale * (point[2] - (low[2] + high[2]) / 2);
    }
    return stood;
  }

  private double height(List<double[]> stood) {
    return faces.stream()
        .flatMap(face -> Stream.of(face[0], face[1], face[2]))
        .mapToDouble(corner -> stood.get(corner)[1])
        .max()
        .orElseThrow();
  }

  /**
   * @param one texture for all of it, or null for its own
   */
  private Function<TracedThing.Dress, String> solid(List<double[]> stood, String one) {
    StringBuilder shape = new StringBuilder();
    list(shape, "vertex_vectors", stood);
    list(shape, "normal_vectors", normals(stood));
    StringBuilder indices = new StringBuilder();
    indices.append("face_indices{").append(faces.size());
    for (int[] face : faces) {
      indices.append(triple(face[0], face[1], face[2])).append(one == null ? "," + face[6] : "");
    }
    indices.append("}\nnormal_indices{").append(faces.size());
    for (int corner = 0; corner < 3 * faces.size(); corner += 3) {
      indices.append(triple(corner, corner + 1, corner + 2));
    }
    indices.append("}\n");
    if (!places.isEmpty()) {
      list(shape, "uv_vectors", places);
      indices.append("uv_indices{").append(faces.size());
      for (int[] face : faces) {
        indices.append(triple(Math.max(0, face[3]), Math.max(0, face[4]), Math.max(0, face[5])));
      }
      indices.append("}\n");
    }
    return dress -> {
      if (one != null) {
        return "mesh2{" + shape + indices + dress.apply(one) + "} ";
      }
      StringBuilder textures = new StringBuilder("texture_list{").append(used.size());
      for (String name : used) {
        textures.append(',').append(dress.apply(materials.getOrDefault(name, MeshFinish.PLAIN)));
      }
      return "mesh2{" + shape + textures + "}\n" + indices + "} ";
    };
  }

  private static String triple(int a, int b, int c) {
    return ",<" + a + "," + b + "," + c + ">";
  }

  private static void list(StringBuilder text, String name, List<double[]> vectors) {
    text.append(name).append('{').append(vectors.size());
    for (double[] at : vectors) {
      text.append(
          at.length == 2
              ? say(",<%.4f,%.4f>", at[0], at[1])
              : say(",<%.4f,%.4f,%.4f>", at[0], at[1], at[2]));
    }
    text.append("}\n");
  }

  /** Of each corner of each face: smooth where faces meet flat, with edges elsewhere. */
  private List<double[]> normals(List<double[]> stood) {
    double[][] flat = new double[faces.size()][];
    List<List<Integer>> around = new ArrayList<>();
    stood.forEach(point -> around.add(new ArrayList<>()));
    for (int i = 0; i < flat.length; i++) {
      int[] face = faces.get(i);
      flat[i] = cross(stood.get(face[0]), stood.get(face[1]), stood.get(face[2]));
      for (int corner = 0; corner < 3; corner++) {
        around.get(face[corner]).add(i);
      }
    }
    List<double[]> normals = new ArrayList<>();
    for (int i = 0; i < flat.length; i++) {
      for (int corner = 0; corner < 3; corner++) {
        double[] sum = new double[3];
        for (int other : around.get(faces.get(i)[corner])) {
          if (cosine(flat[i], flat[other]) > SMOOTH_COSINE) {
            for (int axis = 0; axis < 3; axis++) {
              sum[axis] += flat[other][axis];
            }
          }
        }
        // A face without an area has none; the tracer leaves it out.
        double length = Math.sqrt(dot(sum, sum));
        normals.add(
            length > 0
                ? new double[] {sum[0] / length, sum[1] / length, sum[2] / length}
                : new double[] {0, 1, 0});
      }
    }
    return normals;
  }

  private static double[] cross(double[] a, double[] b, double[] c) {
    double[] u = {b[0] - a[0], b[1] - a[1], b[2] - a[2]};
    double[] v = {c[0] - a[0], c[1] - a[1], c[2] - a[2]};
    return new double[] {
      u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]
    };
  }

  private static double cosine(double[] a, double[] b) {
    return dot(a, b) / Math.max(1e-12, Math.sqrt(dot(a, a) * dot(b, b)));
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }
}
