package app.istante.core.plan.daylight;

import java.time.Instant;
import org.shredzone.commons.suncalc.SunPosition;

/**
 * Where the sun stands.
 *
 * @param azimuthDeg 0 is north, 90 east, counted clockwise seen from above
 * @param altitudeDeg of the sun's centre above a level horizon, without refraction (which lifts it
 *     by half a degree at the horizon and by nothing that matters higher up); negative at night
 */
public record Sun(double azimuthDeg, double altitudeDeg) {

  private static final double RISING_DEG = -0.833;

  public static Sun at(Place place, Instant when) {
    SunPosition position =
        SunPosition.compute().on(when).at(place.latitudeDeg(), place.longitudeDeg()).execute();
    return new Sun(position.getAzimuth(), position.getTrueAltitude());
  }

  /** Up as almanacs count it: the upper limb on the horizon, refraction included. */
  boolean isUp() {
    return altitudeDeg > RISING_DEG;
  }

  /** Unit vector towards the sun: east, north, up. */
  double[] direction() {
    double azimuth = Math.toRadians(azimuthDeg);
    double altitude = Math.toRadians(altitudeDeg);
    return new double[] {
      Math.sin(azimuth) * Math.cos(altitude),
      Math.cos(azimuth) * Math.cos(altitude),
      Math.sin(altitude)
    };
  }
}
