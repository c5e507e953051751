package app.istante.core.plan.daylight;

import java.time.DateTimeException;
import java.time.ZoneId;

/**
 * Where the table stands.
 *
 * @param latitudeDeg -90 to 90, north positive
 * @param longitudeDeg -180 to 180, east positive
 * @param zone IANA name of the local time, as in "Europe/Rome"
 */
public record Place(String name, double latitudeDeg, double longitudeDeg, String zone) {
  public Place {
    requireWithin("latitude", latitudeDeg, 90);
    requireWithin("longitude", longitudeDeg, 180);
    try {
      ZoneId.of(zone);
    } catch (DateTimeException unknown) {
      throw new IllegalArgumentException(
          "There is no time zone called " + zone + "; it looks like Europe/Rome.");
    }
  }

  public ZoneId zoneId() {
    return ZoneId.of(zone);
  }

  private static void requireWithin(String what, double degrees, double most) {
    if (!(Math.abs(degrees) <= most)) {
      throw new IllegalArgumentException(
          "The "
              + what
              + " must lie between -"
              + most
              + " and "
              + most
              + " degrees; it is "
              + degrees
              + ".");
    }
  }
}
