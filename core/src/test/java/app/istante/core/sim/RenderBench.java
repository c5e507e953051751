package app.istante.core.sim;

import app.istante.core.set.Arrangements;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.util.Arrays;
import java.util.Locale;

/**
 * How long pictures of a set take: the first after a move, after a change of power, and a whole
 * one.
 */
public final class RenderBench {
  private static final int ROUNDS = 9;

  private RenderBench() {}

  public static void main(String[] args) {
    for (String name : new String[] {"money-box", "abacus", "paperweight"}) {
      Shelf.ShelfThing thing = Shelf.entry(name);
      StandingSet set =
          Arrangements.of("two-lamps", Thing.of(name), thing.heightMm(), thing.widthMm());
      double[] moved = new double[ROUNDS];
      double[] dimmed = new double[ROUNDS];
      for (int i = 0; i < ROUNDS; i++) {
        StandingSet there = set.with(set.camera().focal(40 + 0.5 * i));
        long from = System.nanoTime();
        SetPreview preview = new SetPreview(there, 480, 360);
        preview.follow(0, 48, SetPreview.Pace.FULL);
        preview.photo(there);
        moved[i] = (System.nanoTime() - from) / 1e6;
        double power = 0.2 + 0.05 * i;
        StandingSet other =
            there.withLamps(there.lamps().stream().map(l -> l.power(power)).toList());
        from = System.nanoTime();
        preview.photo(other);
        dimmed[i] = (System.nanoTime() - from) / 1e6;
      }
      Arrays.sort(moved);
      Arrays.sort(dimmed);
      System.out.printf(
          Locale.ROOT,
          "%s, 480 x 360: first picture after a move %.0f ms, after a change of power %.0f ms"
              + " (medians of %d)%n",
          name,
          moved[ROUNDS / 2],
          dimmed[ROUNDS / 2],
          ROUNDS);
    }
    Shelf.ShelfThing thing = Shelf.entry("money-box");
    StandingSet set =
        Arrangements.of("two-lamps", Thing.of("money-box"), thing.heightMm(), thing.widthMm());
    long from = System.nanoTime();
    SimulatedCamera.take(set, 1600, 1200, 8, 1);
    System.out.printf(
        Locale.ROOT,
        "money-box, 1600 x 1200, 8 paths a pixel: %.1f s%n",
        (System.nanoTime() - from) / 1e9);
  }
}
