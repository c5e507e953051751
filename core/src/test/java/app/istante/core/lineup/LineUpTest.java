package app.istante.core.lineup;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;

public class LineUpTest {
  @Test
  public void oneTakeStandsApart() {
    LineUp.Reading level = LineUp.compare("backdrop.level", entries(250, 251, 252, 250, 251, 214));
    assertEquals(level.median(), 250.5);
    assertEquals(level.outliers().size(), 1);
    assertEquals(level.outliers().get(0).take(), "5");
    assertEquals(level.outliers().get(0).by(), -36.5);
  }

  /**
   * All others are exactly alike: the spread is zero, yet nobody sees a difference of two codes.
   */
  @Test
  public void anInvisibleDifferenceIsNone() {
    assertTrue(
        LineUp.compare("backdrop.level", entries(250, 250, 250, 250, 252)).outliers().isEmpty());
  }

  @Test
  public void twoTakesCantStandApartFromEachOther() {
    assertTrue(LineUp.compare("backdrop.level", entries(250, 90)).outliers().isEmpty());
  }

  private static List<LineUp.Entry> entries(double... values) {
    List<LineUp.Entry> entries = new ArrayList<>();
    for (int i = 0; i < values.length; i++) {
      entries.add(new LineUp.Entry(Integer.toString(i), values[i]));
    }
    return entries;
  }
}
