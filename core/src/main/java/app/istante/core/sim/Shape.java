package app.istante.core.sim;

/** A surface in its own coordinates, millimetres, standing on y = 0. */
public interface Shape {
  /** Nearest distance at which a surface counts, so that a ray does not meet where it starts. */
  double NEAREST = 1e-4;

  /**
   * Fills {@code hit} if this surface is met nearer than {@code hit.distance}.
   *
   * @return whether it was
   */
  boolean meet(Vec origin, Vec direction, Hit hit);

  /** Radius of a sphere around {@link #centre()} that holds everything. */
  double reach();

  Vec centre();
}
