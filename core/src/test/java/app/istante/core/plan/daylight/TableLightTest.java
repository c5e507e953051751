package app.istante.core.plan.daylight;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import java.time.Instant;
import java.time.LocalDate;
import org.testng.annotations.Test;

public class TableLightTest {
  private static final Place ROME = new Place("Rome", 41.9, 12.5, "Europe/Rome");

  private static Pane pane(double facing, double overhang, double obstruction, Pane.Veil veil) {
    return new Pane("Pane", facing, 90, 1000, 1200, 0, overhang, obstruction, veil);
  }

  @Test
  public void aSmallFarPaneFollowsTheInverseSquare() {
    Sun sun = new Sun(180, 30);
    Pane small = new Pane("Small", 0, 90, 100, 100, 1000, 0, 0, Pane.Veil.NONE);
    double near = new TableLight(small, 2000).skyLux(Sky.CLEAR, sun);
    double far = new TableLight(small, 6000).skyLux(Sky.CLEAR, sun);
    // The pane's middle is 1050 mm up: distances sqrt(2000^2 + 1050^2) and sqrt(6000^2 + 1050^2),
    // and the pane is seen at cos = out / distance, so E goes as out / distance^3.
    double expected =
        (2000 / Math.pow(Math.hypot(2000, 1050), 3)) / (6000 / Math.pow(Math.hypot(6000, 1050), 3));
    assertEquals(near / far, expected, 0.01 * expected);
  }

  @Test
  public void agreesWithTheConfigurationFactorOfARectangle() {
    // The table faces the middle of a pane 1000 x 1200 mm that is level with it; the upper half
    // shows the sky: two rectangles of 500 x 600 mm with a corner straight ahead. Configuration
    // factor of each (Howell, Catalog of Radiation Heat Transfer Configuration Factors, B-3):
    // F = (X / sqrt(1+X^2) atan(Y / sqrt(1+X^2)) + Y / sqrt(1+Y^2) atan(X / sqrt(1+Y^2))) / 2 pi.
    Pane pane = new Pane("Level", 0, 90, 1000, 1200, -600, 0, 0, Pane.Veil.NONE);
    Sun sun = new Sun(180, 40);
    for (double distance : new double[] {400, 800, 1600}) {
      double x = 500 / distance;
      double y = 600 / distance;
      double factor =
          2
              * (x / Math.hypot(1, x) * Math.atan(y / Math.hypot(1, x))
                  + y / Math.hypot(1, y) * Math.atan(x / Math.hypot(1, y)))
              / (2 * Math.PI);
      double expected = Sky.CLEAR.horizontalLux(40) * factor * Pane.GLASS_PASSES;
      double lux = new TableLight(pane, distance).skyLux(Sky.CLEAR, sun);
      assertEquals(lux, expected, 0.01 * expected, "at " + distance);
    }
  }

  @Test
  public void theSkyFormulasGiveTheHandbooksValues() {
    // Overcast, sun at 30 degrees: 0.3 + 21 * 0.5 = 10.8 klx. Clear: 0.8 + 15.5 * sqrt(0.5) klx.
    assertEquals(Sky.OVERCAST.horizontalLux(30), 10_800, 1);
    assertEquals(Sky.CLEAR.horizontalLux(30), 11_760, 1);
    // Direct normal at the zenith, air mass 1: 127.5 exp(-0.21) = 103.35 klx.
    assertEquals(Sky.CLEAR.directLux(90), 103_350, 100);
    assertEquals(Sky.airMass(30), 1.99, 0.01);
    assertEquals(Sky.OVERCAST.directLux(60), 0.0);
    assertEquals(Sky.CLEAR.horizontalLux(-1), 0.0);
  }

  @Test
  public void anOverhangShadesTheHighSunAndHousesTheLow() {
    Sun high = new Sun(180, 60);
    Sun low = new Sun(180, 15);
    // 1000 mm out at 60 degrees throws a shadow of 1732 mm: all of a pane of 1200 mm.
    assertEquals(pane(180, 1000, 0, Pane.Veil.NONE).beam(high), 0, 1e-9);
    assertEquals(pane(180, 0, 0, Pane.Veil.NONE).beam(high), 0.5, 1e-9);
    assertEquals(pane(180, 0, 20, Pane.Veil.NONE).beam(low), 0, 1e-9);
    assertTrue(pane(180, 0, 10, Pane.Veil.NONE).beam(low) > 0.9);
    assertEquals(pane(0, 0, 0, Pane.Veil.NONE).beam(high), 0, 1e-9, "the sun is behind it");
  }

  @Test
  public void aSouthWindowHasHardSunAtNoonAndANorthWindowNone() {
    LocalDate day = LocalDate.parse("2026-03-14");
    Pane south = pane(180, 0, 0, Pane.Veil.NONE);
    Pane north = pane(0, 0, 0, Pane.Veil.NONE);
    Daylight.Day southern = Daylight.of(ROME, day, south, new TableLight(south, 700));
    Daylight.Day northern = Daylight.of(ROME, day, north, new TableLight(north, 700));
    Instant noon = Instant.parse("2026-03-14T11:20:00Z");
    assertEquals(at(southern, noon), Daylight.Quality.HARD);
    assertEquals(at(northern, noon), Daylight.Quality.SOFT);
    assertEquals(northern.hardHours(), 0.0);
    assertTrue(northern.softHours() > 6, northern.toString());
  }

  @Test
  public void aWhiteSheetMakesTheSunSoft() {
    LocalDate day = LocalDate.parse("2026-03-14");
    Pane veiled = pane(180, 0, 0, Pane.Veil.WHITE_SHEET);
    TableLight light = new TableLight(veiled, 700);
    assertEquals(Daylight.of(ROME, day, veiled, light).hardHours(), 0.0);
    Sun noon = new Sun(180, 45);
    assertTrue(light.skyLux(Sky.CLEAR, noon) > 3 * light.skyLux(Sky.OVERCAST, noon));
    assertEquals(light.beamLux(Sky.CLEAR, noon), 0.0);
  }

  @Test
  public void winterWeekendsHaveFewerHoursThanSummerOnes() {
    Pane north = pane(0, 0, 20, Pane.Veil.NONE);
    var year = Daylight.weekends(ROME, 2026, north, new TableLight(north, 900));
    assertEquals(year.size(), 104);
    double january = year.get(2).softHours();
    double june = year.get(50).softHours();
    assertTrue(june > january + 3, january + " and " + june);
  }

  @Test
  public void nonsenseIsRefusedInASentence() {
    assertThrows(IllegalArgumentException.class, () -> new Place("x", 91, 0, "Europe/Rome"));
    assertThrows(IllegalArgumentException.class, () -> new Place("x", 0, 0, "Rome"));
    assertThrows(
        IllegalArgumentException.class, () -> new Place("x", Double.NaN, 0, "Europe/Rome"));
    assertThrows(IllegalArgumentException.class, () -> pane(400, 0, 0, Pane.Veil.NONE));
    assertThrows(
        IllegalArgumentException.class, () -> new TableLight(pane(0, 0, 0, Pane.Veil.NONE), 20));
  }

  private static Daylight.Quality at(Daylight.Day day, Instant when) {
    return day.spans().stream()
        .filter(span -> !when.isBefore(span.start()) && when.isBefore(span.end()))
        .findFirst()
        .orElseThrow()
        .quality();
  }
}
