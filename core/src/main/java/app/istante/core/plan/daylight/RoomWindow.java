package app.istante.core.plan.daylight;

import app.istante.core.set.Point;
import app.istante.core.set.SetRoom;
import app.istante.core.set.Window;

/**
 * The room's window at an hour, as a lamp of a set: at the table's left, giving there the light
 * that {@link TableLight} says.
 */
public final class RoomWindow {
  /** Usual correlated colour temperatures: closed cloud, and blue sky without the sun. */
  private static final double CLOUD_KELVIN = 6500;

  private static final double BLUE_KELVIN = 10_000;

  /** The sun through a white sheet outshines the sky round it. */
  private static final double SHEET_KELVIN = 5800;

  private static final double OFF_THE_WALL_MM = 2;

  private RoomWindow() {}

  /**
   * @param tableMm from the pane to the product, level, mm
   * @param room of the set: where it is narrower, the window stands at its wall and is as much
   *     dimmer
   * @throws IllegalArgumentException where the sun is down
   */
  public static Window of(Pane pane, double tableMm, Sky sky, Sun sun, SetRoom room) {
    if (sun.altitudeDeg() <= 0) {
      throw new IllegalArgumentException("The sun is down then: the window gives no light.");
    }
    TableLight light = new TableLight(pane, tableMm);
    double tilt = Math.toRadians(pane.tiltDeg());
    double out = tableMm - pane.heightMm() / 2 * Math.cos(tilt);
    double up = pane.sillMm() + pane.heightMm() / 2 * Math.sin(tilt);
    double wall = room.widthMm() / 2 - OFF_THE_WALL_MM;
    Point at = new Point(-Math.min(Math.max(out, 1), wall), Math.max(1, up), 0);
    Point aim = new Point(at.x() + 100 * Math.sin(tilt), at.y() - 100 * Math.cos(tilt), 0);
    double beam = light.beamLux(sky, sun);
    Window even =
        new Window(
            at,
            aim,
            pane.widthMm(),
            pane.heightMm(),
            1,
            kelvin(pane, sky, sun),
            beam > 0 ? beam / squareness(pane, sun) : 0,
            beam > 0 ? rightOf(pane, sun) : 0,
            sun.altitudeDeg());
    double luminance = light.skyLux(sky, sun) / even.skyLuxFacing(new Point(0, 0, 0));
    return even.sky(luminance);
  }

  private static double kelvin(Pane pane, Sky sky, Sun sun) {
    if (sky == Sky.OVERCAST) {
      return CLOUD_KELVIN;
    }
    return pane.veil() == Pane.Veil.WHITE_SHEET && pane.beam(sun) > 0 ? SHEET_KELVIN : BLUE_KELVIN;
  }

  private static double squareness(Pane pane, Sun sun) {
    double[] to = sun.direction();
    double[] normal = pane.normal();
    return to[0] * normal[0] + to[1] * normal[1] + to[2] * normal[2];
  }

  /** Seen looking out of the pane, degrees; a beam that comes in at all lies within a quarter. */
  private static double rightOf(Pane pane, Sun sun) {
    double apart = (sun.azimuthDeg() - pane.facingDeg() + 540) % 360 - 180;
    return Math.max(-89, Math.min(89, apart));
  }
}
