package app.istante.core.set;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How much light falls where in a set, lamp by lamp: directly (exact for flat faces) and thrown by
 * sheet, table, cards and walls, by radiosity over a coarse mesh (Goral, Torrance, Greenberg and
 * Battaile 1984). The thing itself is left out: the light is that of the empty set. Illuminance in
 * lux for each light at the power it is set to; a sheet that is lit from behind counts as the last.
 */
public final class SetLight {
  private static final int MOST_ROUNDS = 60;
  private static final double SETTLED = 1e-6;
  private static final int SHEET_ACROSS = 6;
  private static final int WALL_PARTS = 4;
  private static final int CARD_PARTS = 2;

  private final StandingSet set;
  private final List<Emitter> emitters = new ArrayList<>();
  private final List<Quad> screens = new ArrayList<>();
  private final List<Patch> patches = new ArrayList<>();

  /** Radiosity, lm/m², for each light of each patch. */
  private final double[][] thrown;

  private record Emitter(Quad face, double luminance, Window sun) {}

  private record Patch(Quad quad, double[][] corners, double reflectance, boolean sheet) {}

  private SetLight(StandingSet set) {
    this.set = set;
    set.lamps().forEach(l -> emitters.add(emitter(l)));
    set.windows().forEach(w -> emitters.add(emitter(w)));
    mesh();
    thrown = solve();
  }

  public static SetLight of(StandingSet set) {
    return new SetLight(set);
  }

  private static Emitter emitter(Lamp lamp) {
    Quad face = Quad.facing(lamp.at(), lamp.aim(), lamp.widthMm(), lamp.heightMm());
    return new Emitter(face, lamp.luminance(), null);
  }

  private static Emitter emitter(Window w) {
    Quad face = Quad.facing(w.at(), w.aim(), w.widthMm(), w.heightMm());
    return new Emitter(face, w.skyLuminance(), w.sunLux() > 0 ? w : null);
  }

  /** Lamps in their order, then windows, then the sheet's own light. */
  public int lights() {
    return emitters.size() + 1;
  }

  private void mesh() {
    Ground g = set.ground();
    double sheet = Surface.luminance(g.colour());
    int flat = 4;
    double step = (g.frontMm() + g.flatBehindMm()) / flat;
    for (int i = 0; i < flat; i++) {
      strip(0, g.frontMm() - (i + 0.5) * step, 0, 1, 0, step, sheet);
    }
    int bend = 3;
    for (int i = 0; i < bend; i++) {
      double angle = Math.PI / 2 * (i + 0.5) / bend;
      double y = g.bendMm() * (1 - Math.cos(angle));
      double z = -g.flatBehindMm() - g.bendMm() * Math.sin(angle);
      double chord = 2 * g.bendMm() * Math.sin(Math.PI / 4 / bend);
      strip(y, z, Math.sin(angle), Math.cos(angle), 0, chord, sheet);
    }
    double upright = g.riseMm() - g.bendMm();
    int rows = 3;
    for (int i = 0; i < rows && upright > 1; i++) {
      double y = g.bendMm() + (i + 0.5) * upright / rows;
      strip(y, -g.uprightMm(), 1, 0, 0, upright / rows, sheet);
    }
    // The sheet shades what is behind it.
    if (upright > 1) {
      screens.add(
          Quad.facing(
              new Point(0, g.riseMm() / 2, -g.uprightMm()),
              new Point(0, g.riseMm() / 2, 0),
              g.widthMm(),
              g.riseMm()));
    }
    table();
    for (Card card : set.cards()) {
      Quad quad = Quad.facing(card.at(), card.aim(), card.widthMm(), card.heightMm());
      screens.add(quad);
      for (int i = 0; i < CARD_PARTS * CARD_PARTS; i++) {
        Quad part = part(quad, i % CARD_PARTS, i / CARD_PARTS, CARD_PARTS);
        patch(part, card.kind().reflectance(), false);
        patch(back(part), card.kind().reflectance(), false);
      }
    }
    walls();
  }

  /** A row of patches across the sheet; its normal leans from upwards to forwards. */
  private void strip(double y, double z, double nz, double ny, double x0, double deep, double rho) {
    double wide = set.ground().widthMm() / SHEET_ACROSS;
    for (int i = 0; i < SHEET_ACROSS; i++) {
      double x = x0 + (i + 0.5 - SHEET_ACROSS / 2.0) * wide;
      double[] n = {0, ny, nz};
      double[] across = {1, 0, 0};
      patch(
          new Quad(new double[] {x, y, z}, n, across, Quad.cross(n, across), wide / 2, deep / 2),
          rho,
          true);
    }
  }

  private void table() {
    SetRoom room = set.room();
    Ground g = set.ground();
    double rho = Surface.luminance(room.tableColour());
    double half = room.tableWidthMm() / 2;
    double middle = (room.tableFrontMm() - room.tableBehindMm()) / 2;
    screens.add(
        Quad.facing(
            new Point(0, -0.5, middle),
            new Point(0, 100, middle),
            room.tableWidthMm(),
            room.tableFrontMm() + room.tableBehindMm()));
    double beside = half - g.widthMm() / 2;
    if (beside > 20) {
      double deep = room.tableFrontMm() + room.tableBehindMm();
      double z = (room.tableFrontMm() - room.tableBehindMm()) / 2;
      level(half - beside / 2, z, beside, deep, rho);
      level(-half + beside / 2, z, beside, deep, rho);
    }
    double before = room.tableFrontMm() - g.frontMm();
    if (before > 20) {
      double wide = Math.min(g.widthMm(), room.tableWidthMm());
      level(0, g.frontMm() + before / 2, wide, before, rho);
    }
  }

  private void level(double x, double z, double wide, double deep, double rho) {
    double[] n = {0, 1, 0};
    double[] across = {1, 0, 0};
    patch(
        new Quad(new double[] {x, -0.3, z}, n, across, Quad.cross(n, across), wide / 2, deep / 2),
        rho,
        false);
  }

  private void walls() {
    SetRoom r = set.room();
    double low = -r.tableHeightMm();
    double mid = low + r.heightMm() / 2;
    double middleZ = (r.frontMm() - r.behindMm()) / 2;
    double deep = r.frontMm() + r.behindMm();
    double half = r.widthMm() / 2;
    wall(new Point(0, mid, -r.behindMm()), new Point(0, mid, 0), r.widthMm(), r.heightMm(), false);
    wall(new Point(0, mid, r.frontMm()), new Point(0, mid, 0), r.widthMm(), r.heightMm(), false);
    wall(new Point(-half, mid, middleZ), new Point(0, mid, middleZ), deep, r.heightMm(), false);
    wall(new Point(half, mid, middleZ), new Point(0, mid, middleZ), deep, r.heightMm(), false);
    double top = low + r.heightMm();
    wall(new Point(0, top, middleZ), new Point(0, mid, middleZ), r.widthMm(), deep, false);
    wall(new Point(0, low, middleZ), new Point(0, mid, middleZ), r.widthMm(), deep, true);
  }

  private void wall(Point at, Point aim, double width, double height, boolean floor) {
    Quad quad = Quad.facing(at, aim, width, height);
    double rho = Surface.luminance(floor ? set.room().floorColour() : set.room().wallColour());
    for (int i = 0; i < WALL_PARTS * WALL_PARTS; i++) {
      patch(part(quad, i % WALL_PARTS, i / WALL_PARTS, WALL_PARTS), rho, false);
    }
  }

  /** One of n by n equal parts. */
  private static Quad part(Quad q, int right, int top, int n) {
    double a = (2.0 * right + 1) / n - 1;
    double b = (2.0 * top + 1) / n - 1;
    return new Quad(q.at(a, b), q.normal(), q.across(), q.up(), q.half() / n, q.rise() / n);
  }

  private static Quad back(Quad q) {
    double[] n = {-q.normal()[0], -q.normal()[1], -q.normal()[2]};
    return new Quad(q.middle(), n, q.across(), q.up(), q.half(), q.rise());
  }

  private void patch(Quad quad, double rho, boolean sheet) {
    patches.add(new Patch(quad, quad.corners(), rho, sheet));
  }

  /** Gauss-Seidel rounds until nothing moves by more than {@link #SETTLED} of the brightest. */
  private double[][] solve() {
    int n = patches.size();
    int[][] sees = new int[n][];
    double[][] shares = new double[n][];
    double[][] direct = new double[n][];
    int[] seen = new int[n];
    double[] share = new double[n];
    for (int i = 0; i < n; i++) {
      Quad at = patches.get(i).quad();
      double[] p = lifted(at);
      direct[i] = directOver(at);
      int count = 0;
      for (int j = 0; j < n; j++) {
        Patch to = patches.get(j);
        if (i != j && faces(to.quad(), p) && open(p, to.quad().middle())) {
          share[count] = FaceLight.share(to.corners(), p, at.normal());
          seen[count] = j;
          count += share[count] > 0 ? 1 : 0;
        }
      }
      sees[i] = Arrays.copyOf(seen, count);
      shares[i] = Arrays.copyOf(share, count);
    }
    double[][] sent = new double[lights()][n];
    for (int k = 0; k < sent.length; k++) {
      double glow = k == sent.length - 1 ? glowLuminance() * Math.PI : 0;
      settle(sent[k], k, glow, direct, sees, shares);
    }
    return sent;
  }

  private void settle(
      double[] sent, int light, double glow, double[][] direct, int[][] sees, double[][] shares) {
    for (int round = 0; round < MOST_ROUNDS; round++) {
      double brightest = 0;
      double moved = 0;
      for (int i = 0; i < sent.length; i++) {
        double sum = direct[i][light];
        int[] from = sees[i];
        double[] share = shares[i];
        for (int at = 0; at < from.length; at++) {
          sum += share[at] * sent[from[at]];
        }
        Patch patch = patches.get(i);
        double now = patch.reflectance() * sum + (patch.sheet() ? glow : 0);
        moved = Math.max(moved, Math.abs(now - sent[i]));
        brightest = Math.max(brightest, now);
        sent[i] = now;
      }
      if (moved <= SETTLED * brightest) {
        return;
      }
    }
  }

  /** Mean over four points of a patch: near a lamp its middle alone says too little. */
  private double[] directOver(Quad at) {
    double[] sum = new double[lights()];
    for (int i = 0; i < 4; i++) {
      Quad quarter = part(at, i % 2, i / 2, 2);
      double[] one = direct(lifted(quarter), quarter.normal());
      for (int k = 0; k < sum.length; k++) {
        sum[k] += one[k] / 4;
      }
    }
    return sum;
  }

  private static boolean faces(Quad quad, double[] p) {
    double d = 0;
    for (int i = 0; i < 3; i++) {
      d += (p[i] - quad.middle()[i]) * quad.normal()[i];
    }
    return d > 1e-3;
  }

  private static double[] lifted(Quad quad) {
    double[] p = new double[3];
    for (int i = 0; i < 3; i++) {
      p[i] = quad.middle()[i] + 0.05 * quad.normal()[i];
    }
    return p;
  }

  private boolean open(double[] from, double[] to) {
    for (Quad screen : screens) {
      if (screen.between(from, to)) {
        return false;
      }
    }
    return true;
  }

  /** Luminance that the sheet gives off by itself, cd/m². */
  private double glowLuminance() {
    Ground g = set.ground();
    return g.glowLumens() / 2 / (Math.PI * g.widthMm() * g.lengthMm() * 1e-6);
  }

  private double[] direct(double[] p, double[] n) {
    double[] out = new double[lights()];
    for (int k = 0; k < emitters.size(); k++) {
      out[k] = direct(emitters.get(k), p, n);
    }
    return out;
  }

  private double direct(Emitter emitter, double[] p, double[] n) {
    Quad face = emitter.face();
    double lux = 0;
    if (emitter.luminance() > 0 && faces(face, p)) {
      double share = FaceLight.share(face.corners(), p, n);
      lux = share * emitter.luminance() * Math.PI * seen(face, p);
    }
    if (emitter.sun() != null) {
      lux += sun(emitter, p, n);
    }
    return lux;
  }

  /** Share of a face that can be seen from p, cards and sheet being in the way. */
  private double seen(Quad face, double[] p) {
    if (screens.isEmpty()) {
      return 1;
    }
    int open = 0;
    for (int i = 0; i < 9; i++) {
      open += open(p, face.at((i % 3 - 1) * 0.66, (i / 3 - 1) * 0.66)) ? 1 : 0;
    }
    return open / 9.0;
  }

  private double sun(Emitter emitter, double[] p, double[] n) {
    double[] to = towardsSun(emitter.sun());
    double cos = to[0] * n[0] + to[1] * n[1] + to[2] * n[2];
    double[] far = new double[3];
    for (int i = 0; i < 3; i++) {
      far[i] = p[i] + 20_000 * to[i];
    }
    return cos > 0 && emitter.face().between(p, far) && open(p, far)
        ? cos * emitter.sun().sunLux()
        : 0;
  }

  private static double[] towardsSun(Window w) {
    double[] out = Quad.unit(w.at().x() - w.aim().x(), 0, w.at().z() - w.aim().z());
    double up = Math.toRadians(w.sunUpDegrees());
    double side = Math.toRadians(w.sunRightDegrees());
    return new double[] {
      Math.cos(up) * (Math.cos(side) * out[0] - Math.sin(side) * out[2]),
      Math.sin(up),
      Math.cos(up) * (Math.cos(side) * out[2] + Math.sin(side) * out[0])
    };
  }

  /** Lux on a small surface at p with unit normal n, light by light. */
  public double[] at(double[] p, double[] n) {
    double[] sum = direct(p, n);
    for (int j = 0; j < patches.size(); j++) {
      Patch patch = patches.get(j);
      if (faces(patch.quad(), p) && open(p, patch.quad().middle())) {
        double share = FaceLight.share(patch.corners(), p, n);
        for (int k = 0; k < sum.length; k++) {
          sum[k] += share * thrown[k][j];
        }
      }
    }
    return sum;
  }

  public double luxAt(double[] p, double[] n) {
    return Arrays.stream(at(p, n)).sum();
  }

  /** Luminance of the sheet where its path length from the mark is u and x lies across, cd/m². */
  public double sheetLuminance(double u, double x) {
    double[][] place = SheetFit.place(set.ground(), u, x);
    double lux = luxAt(place[0], place[1]);
    return Surface.luminance(set.ground().colour()) * lux / Math.PI + glowLuminance();
  }

  /** What one lamp alone gives straight on the thing's front, lux: for moving it. */
  static double straight(Lamp lamp, double[] p, double[] n) {
    Quad face = Quad.facing(lamp.at(), lamp.aim(), lamp.widthMm(), lamp.heightMm());
    return faces(face, p) ? FaceLight.share(face.corners(), p, n) * lamp.luminance() * Math.PI : 0;
  }
}
