package app.istante.core.mask;

/** Where things are, as a first glance at the picture has it. */
interface Glance {
  /** How likely there is a thing at a pixel or close by: 0 to 1. */
  float around(int x, int y);

  /** How likely each region is part of a thing, by its number: the mean over it. */
  default double[] looks(Regions regions) {
    int width = regions.width();
    return regions.means(at -> around(at % width, at / width));
  }
}
