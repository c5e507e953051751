package app.istante.core.plan.daylight;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * The sun's place against published values and against an independent computation: Meeus,
 * Astronomical Algorithms (1998), chapters 12, 13 and 25, good to 0.01 degree, itself checked here
 * against the worked examples of that book.
 */
public class SunTest {
  private static final double TOLERANCE_DEG = 0.1;

  @Test
  public void theReferenceGivesTheBooksWorkedExamples() {
    // Example 12.a: 1987 April 10, 0h UT, mean sidereal time 13h 10m 46.3668s.
    assertEquals(siderealDeg(2446895.5), 15 * (13 + 10 / 60.0 + 46.3668 / 3600), 1e-4);
    // Example 25.a: 1992 October 13, 0h TD, apparent place 198.38083, -7.78507 degrees.
    double[] place = apparentDeg(2448908.5);
    assertEquals(place[0], 198.38083, 2e-4);
    assertEquals(place[1], -7.78507, 2e-4);
  }

  @Test
  public void agreesWithThePublishedExampleOfTheSolarPositionAlgorithm() {
    // Reda and Andreas (2004), table A5.1: 17 October 2003, 12:30:30, UTC-7; latitude 39.742476,
    // longitude -105.1786: topocentric azimuth 194.34024, zenith 50.11162.
    Place place = new Place("Example", 39.742476, -105.1786, "Etc/GMT+7");
    Sun sun = Sun.at(place, Instant.parse("2003-10-17T19:30:30Z"));
    assertEquals(sun.azimuthDeg(), 194.34024, TOLERANCE_DEG);
    assertEquals(sun.altitudeDeg(), 90 - 50.11162, TOLERANCE_DEG);
  }

  @DataProvider
  Object[][] table() {
    return new Object[][] {
      // place, latitude, longitude, zone, local dates and times over day and year
      {"Rome", 41.9, 12.5, "Europe/Rome"},
      {"Tromso, polar day and night", 69.65, 18.96, "Europe/Oslo"},
      {"Near the south pole", -89.5, 0.0, "Antarctica/McMurdo"},
      {"Sydney, southern hemisphere", -33.87, 151.21, "Australia/Sydney"},
      {"Quito, on the equator", -0.18, -78.47, "America/Guayaquil"},
      {"Taveuni, on the date line", -16.8, 179.98, "Pacific/Fiji"},
      {"Apia, other side of it", -13.83, -171.76, "Pacific/Apia"},
      {"New York", 40.71, -74.01, "America/New_York"},
    };
  }

  @Test(dataProvider = "table")
  public void agreesWithTheBookOverTheYear(String name, double lat, double lon, String zone) {
    Place place = new Place(name, lat, lon, zone);
    double worst = 0;
    for (String day :
        new String[] {
          "2026-03-20", "2026-03-29", "2026-06-21", "2026-10-25", "2026-12-21", "2028-02-29"
        }) {
      for (int hour = 0; hour < 24; hour += 3) {
        Instant when =
            ZonedDateTime.of(LocalDate.parse(day).atTime(hour, 20), ZoneId.of(zone)).toInstant();
        Sun sun = Sun.at(place, when);
        double[] expected = horizontalDeg(when, lat, lon);
        worst = Math.max(worst, angleBetween(sun, expected));
      }
    }
    System.out.printf("sun at %s: worst %.3f degree%n", name, worst);
    assertTrue(worst < TOLERANCE_DEG, name + ": " + worst);
  }

  @Test
  public void polarDayAndNightHaveNoSunriseAndNoSunset() {
    Pane pane = new Pane("South", 180, 90, 1000, 1200, 100, 0, 0, Pane.Veil.NONE);
    TableLight light = new TableLight(pane, 800);
    Place north = new Place("North", 69.65, 18.96, "Europe/Oslo");
    Daylight.Day summer = Daylight.of(north, LocalDate.parse("2026-06-21"), pane, light);
    assertEquals(summer.sunrise(), null);
    assertEquals(summer.sunset(), null);
    Daylight.Day winter = Daylight.of(north, LocalDate.parse("2026-12-21"), pane, light);
    assertEquals(winter.sunrise(), null);
    assertEquals(winter.softHours(), 0.0);
  }

  @Test
  public void theSunRisesAndSetsWhenItsUpperLimbCrossesTheHorizon() {
    // By the reference above: the moments when the geometric altitude is -0.833 degrees.
    Place rome = new Place("Rome", 41.9, 12.5, "Europe/Rome");
    Pane pane = new Pane("North", 0, 90, 1000, 1200, 100, 0, 0, Pane.Veil.NONE);
    TableLight light = new TableLight(pane, 800);
    for (String date : new String[] {"2026-01-10", "2026-06-21", "2026-11-28"}) {
      Daylight.Day day = Daylight.of(rome, LocalDate.parse(date), pane, light);
      assertEquals(horizontalDeg(day.sunrise(), 41.9, 12.5)[1], -0.833, 0.05, "rise " + date);
      assertEquals(horizontalDeg(day.sunset(), 41.9, 12.5)[1], -0.833, 0.05, "set " + date);
    }
  }

  @Test
  public void clockChangesGiveDaysOf23And25Hours() {
    Place rome = new Place("Rome", 41.9, 12.5, "Europe/Rome");
    Pane pane = new Pane("North", 0, 90, 1000, 1200, 100, 0, 0, Pane.Veil.NONE);
    TableLight light = new TableLight(pane, 800);
    assertEquals(hours(Daylight.of(rome, LocalDate.parse("2026-03-29"), pane, light)), 23);
    assertEquals(hours(Daylight.of(rome, LocalDate.parse("2026-10-25"), pane, light)), 25);
  }

  private static long hours(Daylight.Day day) {
    return java.time.Duration.between(
            day.spans().get(0).start(), day.spans().get(day.spans().size() - 1).end())
        .toHours();
  }

  /** Great circle between two places of the sky; azimuth alone says little near the zenith. */
  private static double angleBetween(Sun sun, double[] expected) {
    double[] one = sun.direction();
    double[] other = new Sun(expected[0], expected[1]).direction();
    double dot = one[0] * other[0] + one[1] * other[1] + one[2] * other[2];
    return Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, dot))));
  }

  private static double julianDay(Instant when) {
    return 2440587.5 + when.toEpochMilli() / 86_400_000.0;
  }

  /** Meeus 12.4, degrees 0 to 360. */
  private static double siderealDeg(double jd) {
    double t = (jd - 2451545) / 36525;
    return mod(280.46061837 + 360.98564736629 * (jd - 2451545) + 0.000387933 * t * t);
  }

  /** Meeus chapter 25, low accuracy: apparent right ascension and declination. */
  private static double[] apparentDeg(double jde) {
    double t = (jde - 2451545) / 36525;
    double mean = 280.46646 + 36000.76983 * t + 0.0003032 * t * t;
    double anomaly = Math.toRadians(357.52911 + 35999.05029 * t - 0.0001537 * t * t);
    double centre =
        (1.914602 - 0.004817 * t - 0.000014 * t * t) * Math.sin(anomaly)
            + (0.019993 - 0.000101 * t) * Math.sin(2 * anomaly)
            + 0.000289 * Math.sin(3 * anomaly);
    double node = Math.toRadians(125.04 - 1934.136 * t);
    double longitude = Math.toRadians(mean + centre - 0.00569 - 0.00478 * Math.sin(node));
    double tilt = Math.toRadians(23.439291 - 0.0130042 * t + 0.00256 * Math.cos(node));
    double ra = Math.atan2(Math.cos(tilt) * Math.sin(longitude), Math.cos(longitude));
    double dec = Math.asin(Math.sin(tilt) * Math.sin(longitude));
    return new double[] {mod(Math.toDegrees(ra)), Math.toDegrees(dec)};
  }

  /** Azimuth from north and geometric altitude (Meeus 13.5, 13.6). */
  private static double[] horizontalDeg(Instant when, double lat, double lon) {
    double jd = julianDay(when);
    double[] place = apparentDeg(jd + 69.2 / 86400);
    double hour = Math.toRadians(siderealDeg(jd) + lon - place[0]);
    double phi = Math.toRadians(lat);
    double dec = Math.toRadians(place[1]);
    double azimuth =
        Math.atan2(Math.sin(hour), Math.cos(hour) * Math.sin(phi) - Math.tan(dec) * Math.cos(phi));
    double altitude =
        Math.toDegrees(
            Math.asin(
                Math.sin(phi) * Math.sin(dec) + Math.cos(phi) * Math.cos(dec) * Math.cos(hour)));
    return new double[] {mod(Math.toDegrees(azimuth) + 180), altitude};
  }

  private static double mod(double degrees) {
    return ((degrees % 360) + 360) % 360;
  }
}
