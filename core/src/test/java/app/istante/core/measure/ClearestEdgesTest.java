package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/**
 * Which edges tell how sharp a picture is. Against burnt ground most are read too narrow; the
 * surest are not.
 */
public class ClearestEdgesTest {
  private static EdgeWindow.Edge edge(double sigma, double error) {
    return edge(sigma, error, true, true);
  }

  private static EdgeWindow.Edge edge(double sigma, double error, boolean burnt, boolean outline) {
    return new EdgeWindow.Edge(0, 0, sigma, Double.NaN, 1, 0, 0, burnt, error, outline);
  }

  /** As many edges of the thing's outline as of shades inside it. */
  private static ClearestEdges clearest(double outer, boolean burnt, double inner) {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      edges.add(edge(outer, 0.03, burnt, true));
      edges.add(edge(inner, 0.05 * inner, false, false));
    }
    return ClearestEdges.of(edges);
  }

  @Test
  public void softShadesInsideGiveWayToTheOutline() {
    assertTrue(
        clearest(0.9, true, 1.3).edges().stream().allMatch(EdgeWindow.Edge::outline), "burnt");
    assertTrue(
        clearest(0.9, false, 1.3).edges().stream().allMatch(EdgeWindow.Edge::outline), "not burnt");
  }

  @Test
  public void anOutlineOutOfFocusGivesWayToWhatIsSharpInside() {
    assertTrue(
        clearest(1.4, true, 0.8).edges().stream().noneMatch(EdgeWindow.Edge::outline), "burnt");
    double sharpest = clearest(1.4, false, 0.8).sharpestPx();
    assertEquals(sharpest, 0.8, 0.01, "not burnt");
  }

  @Test
  public void beforeBurntGroundTheSharpestEdgesAreNotBelieved() {
    assertTrue(clearest(0.5, true, 0.7).edges().stream().noneMatch(EdgeWindow.Edge::outline));
  }

  @Test
  public void thoseThatLeaveLeastUnexplainedAreUsed() {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      edges.add(edge(2.1 + 0.07 * i, 0.3 + 0.02 * i));
      edges.add(edge(3.5 + 0.01 * i, 0.08));
    }
    List<EdgeWindow.Edge> surest = ClearestEdges.surest(edges);
    assertEquals(surest.size(), 14);
    assertTrue(surest.stream().allMatch(edge -> edge.sigmaPx() >= 3.5), "none too narrow");
  }

  @Test
  public void ofFewNoneAreLeftOut() {
    assertEquals(ClearestEdges.surest(List.of(edge(1, 0.4), edge(2, 0.1))).size(), 2);
  }
}
