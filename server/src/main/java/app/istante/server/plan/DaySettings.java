package app.istante.server.plan;

import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;

/**
 * The working day of a shoot, in the local time of the room.
 *
 * @param light lamps, window, or both
 * @param sky what is expected, or seen, of the sky
 * @param helper somebody else prepares meanwhile
 */
public record DaySettings(
    @NotNull(message = "Choose a day.") LocalDate date,
    @NotNull(message = "Say when you begin.") LocalTime from,
    @NotNull(message = "Say when you end.") LocalTime to,
    List<Pause> pauses,
    LightSource light,
    Sky sky,
    boolean helper) {
  public DaySettings {
    pauses = pauses == null ? List.of() : List.copyOf(pauses);
    light = light == null ? LightSource.lamps : light;
    sky = sky == null ? Sky.unknown : sky;
  }

  /** What the seller photographs by. */
  public enum LightSource {
    lamps,
    window,
    both
  }

  /**
   * Under cloud the sun on the pane does no harm; when nobody knows, it is kept out of the plan.
   */
  public enum Sky {
    unknown,
    clear,
    overcast
  }

  /** Time in which nothing is done. */
  public record Pause(LocalTime from, LocalTime to) {}
}
