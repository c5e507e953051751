package app.istante.core.mask;

/** Pearson's correlation of two series, added pair by pair. */
public final class Correlation {
  private double n;
  private double a;
  private double b;
  private double aa;
  private double bb;
  private double ab;

  public void add(double one, double other) {
    n++;
    a += one;
    b += other;
    aa += one * one;
    bb += other * other;
    ab += one * other;
  }

  /** From -1 to 1; 0 where one of them does not vary. */
  public double value() {
    double spread = (n * aa - a * a) * (n * bb - b * b);
    return spread <= 0 ? 0 : (n * ab - a * b) / Math.sqrt(spread);
  }
}
