package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNotEquals;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.Test;

/** The sets for the other ray tracer, as text; tracing them takes what need not be installed. */
public class TracedSetTest {
  private static final int KINDS = TracedThing.KINDS.size();

  @Test
  public void aSeedAlwaysDrawsTheSameAndAnotherDoesNot() {
    for (int number = 0; number < KINDS; number++) {
      String set = new TracedSet(5, number, TracedSet.Detail.FULL).text(TracedSet.Pass.LIT);
      assertEquals(new TracedSet(5, number, TracedSet.Detail.FULL).text(TracedSet.Pass.LIT), set);
      assertNotEquals(
          new TracedSet(6, number, TracedSet.Detail.FULL).text(TracedSet.Pass.LIT), set);
    }
  }

  @Test
  public void allBracketsClose() {
    for (int number = 0; number < 2 * KINDS; number++) {
      for (TracedSet.Pass pass : TracedSet.Pass.values()) {
        TracedSet set = new TracedSet(number, number, TracedSet.Detail.FULL);
        String text = set.text(pass);
        assertEquals(
            text.chars().filter(c -> c == '{').count(),
            text.chars().filter(c -> c == '}').count(),
            set.name() + " " + pass);
      }
    }
  }

  /** What is true comes from passes without light; the shadow's has the thing, but unseen. */
  @Test
  public void onlyThePicturesHaveLamps() {
    TracedSet set = new TracedSet(1, 0, TracedSet.Detail.FULL);
    assertFalse(set.text(TracedSet.Pass.PRODUCT).contains("light_source"));
    assertFalse(set.text(TracedSet.Pass.SURROUNDING).contains("light_source"));
    assertTrue(set.text(TracedSet.Pass.LIT).contains("light_source"));
    assertTrue(set.text(TracedSet.Pass.SHADE).contains("no_image"));
    assertFalse(set.text(TracedSet.Pass.BARE).contains("no_image"));
  }
}
