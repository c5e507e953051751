package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

/** Against burnt ground most edges are read too narrow; the surest are not. */
public class SurestEdgesTest {
  private static EdgeWindow.Edge edge(double sigma, double error) {
    return edge(sigma, error, true);
  }

  private static EdgeWindow.Edge edge(double sigma, double error, boolean burnt) {
    return new EdgeWindow.Edge(0, 0, sigma, Double.NaN, 1, 0, 0, burnt, error);
  }

  /** As many edges of the thing's outline before burnt ground as of shades inside it. */
  private static List<EdgeWindow.Edge> clearest(double outer, double error, double inner) {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      edges.add(edge(outer, error));
      edges.add(edge(inner, 0.05 * inner, false));
    }
    return SharpnessMeasure.clearest(edges);
  }

  @Test
  public void softShadesInsideGiveWayToTheOutline() {
    assertTrue(clearest(0.9, 0.03, 1.3).stream().allMatch(EdgeWindow.Edge::clipped));
  }

  @Test
  public void anOutlineThatIsLessWellToldOrTooSharpDoesNotCount() {
    assertTrue(clearest(0.9, 0.06, 1.3).stream().noneMatch(EdgeWindow.Edge::clipped), "less well");
    assertTrue(clearest(0.5, 0.01, 0.7).stream().noneMatch(EdgeWindow.Edge::clipped), "too sharp");
    assertTrue(clearest(1.4, 0.03, 1.3).stream().noneMatch(EdgeWindow.Edge::clipped), "softer");
  }

  @Test
  public void thoseThatLeaveLeastUnexplainedAreUsed() {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      edges.add(edge(2.1 + 0.07 * i, 0.3 + 0.02 * i));
      edges.add(edge(3.5 + 0.01 * i, 0.08));
    }
    List<EdgeWindow.Edge> surest = SharpnessMeasure.surest(edges);
    assertEquals(surest.size(), 14);
    assertTrue(surest.stream().allMatch(edge -> edge.sigmaPx() >= 3.5), "none too narrow");
  }

  @Test
  public void ofFewNoneAreLeftOut() {
    assertEquals(SharpnessMeasure.surest(List.of(edge(1, 0.4), edge(2, 0.1))).size(), 2);
  }
}
