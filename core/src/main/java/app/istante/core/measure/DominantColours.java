package app.istante.core.measure;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * The product's main colours: its pixels counted in boxes of CIELAB, the fullest box first, alike
 * ones (CIEDE2000 under 10) gathered in.
 */
final class DominantColours {
  private static final int BOX = 8;
  private static final int BOXES_L = 100 / BOX + 2;
  private static final int BOXES_AB = 256 / BOX + 1;
  private static final double ALIKE = 10;
  private static final double LEAST_SHARE = 0.05;
  private static final int MOST = 5;

  private DominantColours() {}

  private record Heap(Lab lab, long count) {}

  static List<Readings.Dominant> of(Analysed picture) {
    long[] count = new long[BOXES_L * BOXES_AB * BOXES_AB];
    double[][] sums = new double[count.length][];
    Separation parts = picture.separation();
    long all = 0;
    for (int at = 0; at < parts.kind().length; at++) {
      if (parts.kind()[at] != Separation.PRODUCT || parts.alpha()[at] < 0.95f) {
        continue;
      }
      Lab lab = picture.lab(at);
      int box = (box(lab.l(), BOXES_L) * BOXES_AB + box(lab.a() + 128, BOXES_AB)) * BOXES_AB;
      box += box(lab.b() + 128, BOXES_AB);
      if (sums[box] == null) {
        sums[box] = new double[3];
      }
      sums[box][0] += lab.l();
      sums[box][1] += lab.a();
      sums[box][2] += lab.b();
      count[box]++;
      all++;
    }
    List<Heap> heaps = new ArrayList<>();
    for (int box = 0; box < count.length; box++) {
      if (count[box] > 0) {
        double n = count[box];
        heaps.add(
            new Heap(new Lab(sums[box][0] / n, sums[box][1] / n, sums[box][2] / n), count[box]));
      }
    }
    heaps.sort(Comparator.comparingLong(Heap::count).reversed());
    return gathered(heaps, all);
  }

  private static int box(double value, int boxes) {
    return Math.max(0, Math.min(boxes - 1, (int) (value / BOX)));
  }

  private static List<Readings.Dominant> gathered(List<Heap> heaps, long all) {
    List<Readings.Dominant> main = new ArrayList<>();
    List<Heap> left = new ArrayList<>(heaps);
    while (!left.isEmpty() && main.size() < MOST) {
      Lab middle = left.get(0).lab;
      List<Heap> near = left.stream().filter(h -> DeltaE.ciede2000(h.lab, middle) < ALIKE).toList();
      left.removeAll(near);
      double n = near.stream().mapToLong(Heap::count).sum();
      if (n / all < LEAST_SHARE) {
        continue;
      }
      Lab mean =
          new Lab(
              near.stream().mapToDouble(h -> h.lab.l() * h.count).sum() / n,
              near.stream().mapToDouble(h -> h.lab.a() * h.count).sum() / n,
              near.stream().mapToDouble(h -> h.lab.b() * h.count).sum() / n);
      main.add(
          new Readings.Dominant(
              new Readings.LabValue(mean.l(), mean.a(), mean.b()), hex(mean), n / all));
    }
    main.sort(Comparator.comparingDouble(Readings.Dominant::share).reversed());
    return main;
  }

  private static String hex(Lab lab) {
    double[] rgb = lab.toLinear();
    return String.format(
        Locale.ROOT,
        "#%02x%02x%02x",
        Srgb.encode8((float) rgb[0]),
        Srgb.encode8((float) rgb[1]),
        Srgb.encode8((float) rgb[2]));
  }
}
