package app.istante.core.bench;

import static app.istante.core.bench.TracedThing.say;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.function.BiFunction;

/**
 * A set for a general-purpose ray tracer that shares nothing with ours: thing, ground, lamps and
 * camera by lot, written in its scene language. The same set is traced as it is, with the thing's
 * shadow alone, without the thing, and in black and white for what is product and what is no
 * ground.
 */
final class TracedSet {
  /** How large, and how smooth at its edges, a set is traced. */
  enum Detail {
    FULL(1000, 750, "+A0.1", "+R3"),
    /** For the first glance, which halves it: that smooths the edges. */
    COARSE(256, 192, "-A");

    final int width;
    final int height;
    private final List<String> edges;

    Detail(int width, int height, String... edges) {
      this.width = width;
      this.height = height;
      this.edges = List.of(edges);
    }
  }

  /** One of the ways in which a set is traced. */
  enum Pass {
    LIT,
    SHADE,
    BARE,
    PRODUCT,
    SURROUNDING
  }

  private enum Sheet {
    SWEEP,
    FLAT,
    NARROW,
    ACROSS
  }

  private static final String PAPER = "finish{ambient 0 diffuse 0.92}";
  private static final String WHITE =
      "texture{pigment{rgb 1} finish{ambient 0 diffuse 0 emission 1}} ";
  private static final String BLACK = "texture{pigment{rgb 0} finish{ambient 0 diffuse 0}} ";
  private static final long LONGEST_MINUTES = 20;

  private final String name;
  private final Detail detail;
  private final TracedThing thing;
  private final Sheet sheet;
  private final String paper;
  private final String table;
  private final double halfWidth;
  private final double front;
  private final double back;
  private final String lamps;
  private final double room;
  private final String camera;

  /**
   * @param seed of the drawing
   * @param number of the set in it
   */
  TracedSet(long seed, int number, Detail detail) {
    this(seed, number, detail, TracedThing.KINDS.get(number % TracedThing.KINDS.size()));
  }

  /**
   * @param things makes one by lot
   */
  TracedSet(
      long seed,
      int number,
      Detail detail,
      BiFunction<SplittableRandom, Surfaces, TracedThing> things) {
    this.detail = detail;
    SplittableRandom lot = new SplittableRandom(1_000_003L * seed + number);
    thing = things.apply(lot, new Surfaces());
    boolean lies = thing.middle() < 1;
    double above =
        lies || lot.nextInt(4) == 0
            ? BedScenes.between(lot, 58, 88)
            : BedScenes.between(lot, 9, 42);
    boolean steep = above > 50;
    int kind = lot.nextInt(10);
    sheet = kind < 5 ? steep ? Sheet.FLAT : Sheet.SWEEP : kind < 8 ? Sheet.NARROW : Sheet.ACROSS;
    paper = paper(lot);
    table =
        lot.nextInt(2) == 0
            ? new Surfaces().wood(lot).replace("scale 0.7", "scale 4")
            : new Surfaces().dark(lot);
    double radius = thing.radius();
    double angle = BedScenes.between(lot, 22, 40);
    double away =
        radius / Math.tan(Math.toRadians(angle) * 0.375) / BedScenes.between(lot, 0.72, 1.02);
    halfWidth = radius * BedScenes.between(lot, 1.05, 1.35);
    front = -radius * BedScenes.between(lot, 1, 1.25);
    back = radius * (steep ? BedScenes.between(lot, 1, 1.4) : BedScenes.between(lot, 2, 4));
    camera =
        say(
            "camera{location <%f,%f,%f> look_at <%f,%f,0> angle %f right x*4/3 up y}\n",
            BedScenes.between(lot, -0.12, 0.12) * away,
            thing.middle() + away * Math.sin(Math.toRadians(above)),
            -away * Math.cos(Math.toRadians(above)) - 0.01,
            BedScenes.between(lot, -0.08, 0.08) * radius,
            thing.middle() - BedScenes.between(lot, -0.05, 0.15) * radius,
            angle);
    double side = lot.nextInt(2) == 0 ? 1 : -1;
    double hard = lot.nextInt(3) == 0 ? 0.08 : BedScenes.between(lot, 0.4, 1);
    lamps =
        lamp(lot, side, 0.5, hard)
            + (lot.nextInt(3) == 0 ? "" : lamp(lot, -side, BedScenes.between(lot, 0.1, 0.5), 0.8));
    room = BedScenes.between(lot, 0.02, 0.3);
    name =
        say(
            "%02d_%s_%s%s",
            number, thing.name(), sheet.name().toLowerCase(Locale.ROOT), steep ? "_above" : "");
  }

  String name() {
    return name;
  }

  int width() {
    return detail.width;
  }

  int height() {
    return detail.height;
  }

  private static String paper(SplittableRandom lot) {
    int kind = lot.nextInt(12);
    double[] colour = {0.9, 0.9, 0.89};
    if (kind == 8) {
      colour = new double[] {0.42, 0.42, 0.43};
    } else if (kind == 9) {
      colour = new double[] {0.045, 0.045, 0.05};
    } else if (kind == 10) {
      colour = new double[] {0.45, 0.55, 0.65};
    } else if (kind == 11) {
      colour = new double[] {0.75, 0.6, 0.42};
    }
    String relief =
        switch (lot.nextInt(4)) {
          case 0 -> "normal{wrinkles 0.25 scale 6}";
          case 1 -> "normal{bumps 0.15 scale 0.3}";
          default -> "";
        };
    return say(
        "texture{pigment{rgb <%f,%f,%f>} %s %s} ", colour[0], colour[1], colour[2], relief, PAPER);
  }

  /**
   * @param hard side of the lamp's face, in shares of the largest
   */
  private static String lamp(SplittableRandom lot, double side, double strength, double hard) {
    double azimuth = Math.toRadians(side * BedScenes.between(lot, 15, 100));
    double height = Math.toRadians(BedScenes.between(lot, 30, 70));
    double away = BedScenes.between(lot, 35, 80);
    double face = hard * 0.5 * away;
    int rays = hard < 0.1 ? 3 : 7;
    return say(
        "light_source{<%f,%f,%f> rgb %f area_light <%f,0,%f>,<0,%f,0>,%d,%d adaptive 1 jitter"
            + " fade_distance %f fade_power 2}\n",
        away * Math.cos(height) * Math.sin(azimuth),
        away * Math.sin(height),
        -away * Math.cos(height) * Math.cos(azimuth),
        strength,
        face * Math.cos(azimuth),
        face * Math.sin(azimuth),
        face,
        rays,
        rays,
        away);
  }

  /** The set in the scene language of the ray tracer. */
  String text(Pass pass) {
    boolean plain = pass == Pass.PRODUCT || pass == Pass.SURROUNDING;
    StringBuilder text =
        new StringBuilder("#version 3.7;\nglobal_settings{assumed_gamma 1 max_trace_level 9");
    if (!plain) {
      text.append(
          " radiosity{count 30 nearest_count 5 error_bound 0.9 recursion_limit 2 pretrace_start 0.08"
              + " pretrace_end 0.02}");
    }
    text.append("}\n").append(camera);
    if (!plain) {
      text.append(say("sky_sphere{pigment{rgb %f}}\n", room)).append(lamps);
    }
    String ground = plain ? BLACK : paper;
    String around = pass == Pass.SURROUNDING ? WHITE : plain ? BLACK : table;
    text.append(ground(ground, around));
    if (pass == Pass.LIT) {
      text.append(thing.solid().apply(part -> part));
    } else if (pass == Pass.PRODUCT) {
      text.append(thing.solid().apply(part -> WHITE));
    } else if (pass == Pass.SHADE) {
      text.append("object{")
          .append(thing.solid().apply(part -> part))
          .append(" no_image no_reflection}");
    }
    return text.append('\n').toString();
  }

  private String ground(String paper, String around) {
    double wide = sheet == Sheet.NARROW ? halfWidth : 900;
    double bend = 0.5 * thing.radius();
    String edge = sheet == Sheet.SWEEP || sheet == Sheet.FLAT ? "-900" : say("%f", front);
    boolean table = sheet == Sheet.NARROW || sheet == Sheet.ACROSS;
    String under = table ? say("box{<-900,-3,-900>,<900,-0.08,900> %s}\n", around) : "";
    if (sheet == Sheet.FLAT) {
      return say("box{<-900,-0.05,-900>,<900,0,900> %s}\n", paper);
    }
    if (sheet == Sheet.ACROSS && thing.middle() < 1) {
      return under + say("box{<-900,-0.05,%s>,<900,0,%f> %s}\n", edge, back, paper);
    }
    return under
        + say(
            "union{ box{<%f,-0.05,%s>,<%f,0,%f>} difference{ box{<%f,-0.05,%f>,<%f,%f,%f>}"
                + " cylinder{<-901,%f,%f>,<901,%f,%f>,%f} } box{<%f,%f,%f>,<%f,300,%f>} %s}\n",
            -wide,
            edge,
            wide,
            back,
            -wide,
            back,
            wide,
            bend,
            back + bend,
            bend,
            back,
            bend,
            back,
            bend,
            -wide,
            bend,
            back + bend,
            wide,
            back + bend + 0.05,
            paper)
        + (table
            ? say("box{<-900,-3,%f>,<900,400,%f> %s}\n", back + 2 * bend, back + 3 * bend, around)
            : "");
  }

  /** Where the picture of a pass lies. */
  Path picture(Path folder, Pass pass) {
    return folder.resolve(name + "." + pass.name().toLowerCase(Locale.ROOT) + ".png");
  }

  /** Traces those passes that are not there yet; one that was broken off leaves nothing. */
  void trace(Path folder, Set<Pass> passes) throws IOException, InterruptedException {
    Files.createDirectories(folder);
    for (Pass pass : passes) {
      Path done = picture(folder, pass);
      if (Files.exists(done)) {
        continue;
      }
      Path scene = Files.writeString(folder.resolve(name + ".pov"), text(pass));
      Path raw = folder.resolve(name + ".part.png");
      Path log = folder.resolve(name + ".log");
      List<String> command = new ArrayList<>(List.of("povray", "+I" + scene, "+O" + raw));
      command.addAll(List.of("+W" + width(), "+H" + height()));
      command.addAll(detail.edges);
      command.addAll(List.of("+FN16", "File_Gamma=1.0", "-D", "+WT1"));
      Process run =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(log.toFile())
              .start();
      if (!run.waitFor(LONGEST_MINUTES, TimeUnit.MINUTES)) {
        run.destroyForcibly();
      }
      if (run.waitFor() != 0) {
        throw new IOException("the ray tracer refused " + scene + "; why stands in " + log);
      }
      Files.move(raw, done);
      Files.delete(log);
      Files.delete(scene);
    }
  }
}
