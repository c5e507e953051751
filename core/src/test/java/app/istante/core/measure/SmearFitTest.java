package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** Edges made up by the formula, from top to bottom of a picture. */
public class SmearFitTest {
  private static final double LENS_PX = 0.8;

  private static EdgeWindow.Edge edge(int n, double normalDegrees, double sigmaPx) {
    return new EdgeWindow.Edge(
        40 * (n % 10), 10 * n, sigmaPx, Double.NaN, 1, normalDegrees, 0, false, 0.05, false);
  }

  /** Smeared along a direction, length 12 px: what the formula adds to each edge's variance. */
  @Test
  public void aSmearIsOneFromTopToBottom() {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int n = 0; n < 120; n++) {
      double normal = n * 37 % 180;
      double along = Math.cos(Math.toRadians(normal - 20)) * 12 / Math.sqrt(12);
      // The Gaussian that fits a smeared edge is wider than the smear.
      edges.add(edge(n, normal, Math.hypot(LENS_PX, 1.12 * along)));
    }
    Readings.Motion motion = SmearFit.of(edges);
    assertNotNull(motion);
    assertEquals(motion.lengthPx(), 12, 0.6);
    assertEquals(motion.angleDegrees(), 20, 2);
    assertFalse(SmearFit.isOfDepth(edges, motion));
    assertTrue(SmearFit.sparesEdgesAlong(edges, motion));
  }

  /** A frame out of focus: a slanting smear would make its uprights and its bars as soft. */
  @Test
  public void edgesThatRunUprightAndAcrossTellNoSlantingSmear() {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int n = 0; n < 120; n++) {
      edges.add(edge(n, n % 2 == 0 ? n % 5 : 90 + n % 5, 3.6));
    }
    Readings.Motion claimed = new Readings.Motion(14, 45, 1);
    assertFalse(SmearFit.sparesEdgesAlong(edges, claimed));
    for (int n = 0; n < 30; n++) {
      edges.add(edge(n, 135, 3.6));
    }
    assertFalse(SmearFit.sparesEdgesAlong(edges, claimed), "as soft that way");
  }

  /** A bowl from above: its far rim, sharp, runs across; its ribs, softer the nearer, upright. */
  @Test
  public void softnessThatGrowsWithNearnessIsNoSmear() {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int n = 0; n < 120; n++) {
      boolean rim = n < 40 ? n % 2 == 0 : n > 100 && n % 2 == 0;
      double soft = n < 40 && rim ? LENS_PX : 1.8 + n / 60.0;
      edges.add(edge(n, rim ? 90 + n % 7 : n % 15, soft));
    }
    Readings.Motion claimed = new Readings.Motion(9, 5, 0.8);
    assertTrue(SmearFit.isOfDepth(edges, claimed));
    List<EdgeWindow.Edge> far = edges.subList(0, 40);
    assertFalse(SmearFit.isOfDepth(far, claimed), "the far part alone looks like one");
  }
}
