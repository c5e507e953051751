package app.istante.core.plan.slip;

import java.util.List;

/**
 * One slip of paper, photographed as the first frame of what it names.
 *
 * @param code short and large, to be read from the table: "SL-07", "Set-up 2"
 * @param title what it is
 * @param ticks the shots to take, in their order, to tick off
 * @param notes what to do first; shown as far as there is room
 */
public record Slip(SlipCode payload, String code, String title, List<String> ticks, String notes) {
  public Slip {
    ticks = List.copyOf(ticks);
  }
}
