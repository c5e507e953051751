package app.istante.core.set;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import org.testng.annotations.Test;

public class SheetFitTest {
  private static StandingSet set() {
    return Arrangements.of("two-lamps", Thing.of("money-box"), 120, 95);
  }

  /**
   * Looking level at the wall from far, the field's width at the wall is all the sheet it takes.
   */
  @Test
  public void widthByHand() {
    StandingSet set = set();
    SetCamera level = set.camera().aim(new Point(0, 230, 0)).at(new Point(0, 230, 900)).focal(45);
    SheetFit.SheetAnswer answer = SheetFit.of(set.with(level));
    double toWall = 900 + set.ground().uprightMm();
    double field = level.fieldWidthMm(toWall);
    assertEquals(answer.widthNeededMm(), field + 2 * SheetFit.SPARE_MM, 0.02 * field);
  }

  @Test
  public void everyEdgePointOfAFittingFrameLiesOnTheSheet() {
    StandingSet set = set();
    SheetFit.SheetAnswer answer = SheetFit.of(set);
    assertTrue(answer.fits(), answer.sentence());
    for (Point p : answer.edge()) {
      assertTrue(Math.abs(p.x()) <= set.ground().widthMm() / 2, "x " + p.x());
      assertTrue(p.y() <= set.ground().riseMm() && p.z() <= set.ground().frontMm());
    }
  }

  @Test
  public void aNarrowSheetIsToldAndTheLensThatFitsDoesFit() {
    StandingSet set = set();
    Ground g = set.ground();
    Ground narrow = g.sized(150, g.frontMm(), g.flatBehindMm(), g.bendMm(), g.riseMm());
    SheetFit.SheetAnswer answer = SheetFit.of(set.with(narrow));
    assertFalse(answer.fits());
    assertTrue(answer.sentence().contains("cm of width"), answer.sentence());
    assertTrue(answer.focalThatFitsMm() > 45, answer.sentence());
    StandingSet closer = set.with(narrow).with(set.camera().focal(answer.focalThatFitsMm() + 0.5));
    assertTrue(SheetFit.of(closer).fits());
  }

  @Test
  public void lookingOverEverySheetIsSaid() {
    StandingSet set = set();
    SetCamera up = set.camera().at(new Point(0, 60, 900)).aim(new Point(0, 900, 600));
    assertTrue(SheetFit.of(set.with(up)).sentence().contains("aim lower"));
  }

  @Test
  public void lengthAlongTheCurveByHand() {
    // 260 + 150 + pi / 2 * 160 + (460 - 160) = 961.
    assertEquals(Ground.whiteSheet().lengthMm(), 961.3, 0.1);
  }

  @Test
  public void cuttingFromARoll() {
    // 70 by 100 from a roll of 1.35 by 11 m: laid across, 70 cm off the roll each.
    SheetFit.Cut cut = SheetFit.cut(700, 1000, 1350, 11_000);
    assertTrue(cut.turned());
    assertEquals(cut.cutMm(), 700, 1e-9);
    assertEquals(cut.sheets(), 15);
    assertFalse(SheetFit.cut(1300, 2000, 1350, 11_000).turned());
    String why =
        expectThrows(IllegalArgumentException.class, () -> SheetFit.cut(1500, 2000, 1350, 11_000))
            .getMessage();
    assertTrue(why.contains("without a seam"), why);
  }

  @Test
  public void aPlaceInThePictureLooksBackAtThePlaceInTheSet() {
    SetCamera camera =
        set()
            .camera()
            .with(new SetCamera.Handling(7, 0, 0))
            .with(new SetCamera.Lens(45, 8, -0.05, 0));
    Projection projection = new Projection(camera, 1600, 1200);
    for (Point p : new Point[] {new Point(30, 0, 40), new Point(-60, 100, -20)}) {
      double[] px = projection.place(p);
      double[] d = new double[3];
      projection.direction(px[0], px[1], d);
      double[] eye = projection.eye();
      double away = p.distanceTo(camera.at());
      assertEquals(eye[0] + away * d[0], p.x(), 0.01);
      assertEquals(eye[1] + away * d[1], p.y(), 0.01);
      assertEquals(eye[2] + away * d[2], p.z(), 0.01);
    }
    double[] level = projection.onLevel(800, 900, 0);
    double[] again = projection.place(new Point(level[0], level[1], level[2]));
    assertEquals(again[0], 800, 0.01);
    assertEquals(again[1], 900, 0.01);
  }
}
