package app.istante.core.plan;

import app.istante.core.set.Framing;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Whether the room does: space to step back, for the lamps, and a way for things to come and go.
 */
public final class RoomCheck {
  /** Sheet's curve and a hand's breadth between the product and the wall: mm. */
  static final double BEHIND_PRODUCT_MM = 500;

  /** A lamp stand at 45 degrees and a person passing it: mm on each side. */
  static final double BESIDE_MM = 800;

  /** Things are about this much as deep as they are long. */
  private static final double DEPTH_SHARE = 0.7;

  /** The front may be drawn a tenth larger than the middle; more is seen. */
  private static final double SWELL_ALLOWED = 0.1;

  private RoomCheck() {}

  /**
   * A table against a wall, the camera in front of it. All lengths mm, 0 where not known.
   *
   * @param depthMm of the room, from the wall behind the table to the wall behind the camera
   * @param widthMm of the room at the table
   * @param tableWidthMm along the wall
   * @param tableDepthMm from the wall to its front edge
   * @param waiting where things wait, in words
   * @param done where they go afterwards, in words
   * @param sharedPath waiting and done place are reached by the same way
   */
  public record Room(
      double depthMm,
      double widthMm,
      double tableWidthMm,
      double tableDepthMm,
      String waiting,
      String done,
      boolean sharedPath) {}

  /**
   * @param furthestCameraMm from product to camera that the room allows, or 0 where not known
   * @param sentences what is wrong and what to do; empty where all is well
   */
  public record Result(double furthestCameraMm, List<String> sentences) {
    public Result {
      sentences = List.copyOf(sentences);
    }
  }

  /**
   * @param longestMm longest side of the largest thing to be photographed
   */
  public static Result of(Room room, double longestMm) {
    List<String> sentences = new ArrayList<>();
    double furthest = 0;
    if (room.depthMm() > 0) {
      furthest = Math.max(0, room.depthMm() - BEHIND_PRODUCT_MM - Framing.BEHIND_CAMERA_MM);
      double wanted = Framing.nearestForSwell(DEPTH_SHARE * longestMm, SWELL_ALLOWED);
      if (longestMm > 0 && furthest < wanted) {
        sentences.add(
            say(
                "The camera can stand %.0f cm away, and the largest thing wants %.0f cm: set the"
                    + " table across a corner, shoot through the door, or use a longer lens and"
                    + " accept less of the frame.",
                furthest / 10, wanted / 10));
      }
    }
    if (room.widthMm() > 0 && room.tableWidthMm() > 0) {
      double beside = (room.widthMm() - room.tableWidthMm()) / 2;
      if (beside < BESIDE_MM) {
        sentences.add(
            say(
                "Only %.0f cm are free on each side of the table; a lamp at 45° and you need %.0f cm.",
                Math.max(0, beside) / 10, BESIDE_MM / 10));
      }
    }
    if (room.tableDepthMm() > 0 && longestMm > 0) {
      double wanted = BEHIND_PRODUCT_MM + longestMm / 2;
      if (room.tableDepthMm() < wanted) {
        sentences.add(
            say(
                "The table is %.0f cm deep; the largest thing wants %.0f cm, so that the sheet can"
                    + " curve behind it.",
                room.tableDepthMm() / 10, wanted / 10));
      }
    }
    if (room.waiting().isBlank() || room.done().isBlank()) {
      sentences.add("Decide where things wait and where they go afterwards, before the first one.");
    } else if (room.waiting().strip().equalsIgnoreCase(room.done().strip())) {
      sentences.add("Things wait and end in the same place: by noon nobody knows which is which.");
    }
    if (room.sharedPath()) {
      sentences.add("Keep the way to the table free of cables: both ways cross it.");
    }
    return new Result(furthest, sentences);
  }

  private static String say(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }
}
