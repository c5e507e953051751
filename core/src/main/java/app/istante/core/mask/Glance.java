package app.istante.core.mask;

/** Where things are, as a first glance at the picture has it. */
interface Glance {
  /** How likely there is a thing at a pixel or close by: 0 to 1. */
  float around(int x, int y);

  /** How likely each region is part of a thing, by its number: the mean over it. */
  default double[] looks(Regions regions) {
    int[] labels = regions.labels();
    double[] looks = new double[regions.all().size() + 1];
    for (int at = 0; at < labels.length; at++) {
      if (labels[at] > 0) {
        looks[labels[at]] += around(at % regions.width(), at / regions.width());
      }
    }
    for (Regions.Region region : regions.all()) {
      looks[region.id()] /= region.areaPx();
    }
    return looks;
  }
}
