package app.istante.core.sim;

/** A surface in its own coordinates, millimetres, standing on y = 0. */
public interface Shape {
  /** Nearest distance at which a surface counts, so that a ray does not meet where it starts. */
  double NEAREST = 1e-4;

  /**
   * Fills {@code hit} if this surface is met nearer than {@code hit.distance} by the ray from (ox,
   * oy, oz) in the unit direction (dx, dy, dz).
   *
   * @return whether it was
   */
  boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit);

  default boolean meet(Vec o, Vec d, Hit hit) {
    boolean met = meet(o.x(), o.y(), o.z(), d.x(), d.y(), d.z(), hit);
    if (met) {
      place(hit);
    }
    return met;
  }

  /**
   * Finishes {@code hit.u} and {@code hit.v} of the meeting that turned out nearest, where that
   * costs too much to be done for every candidate.
   */
  default void place(Hit hit) {}

  /** Radius of a sphere around {@link #centre()} that holds everything. */
  double reach();

  Vec centre();
}
