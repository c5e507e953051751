package app.istante.server.room;

import app.istante.core.plan.daylight.Daylight;
import app.istante.core.plan.daylight.Place;
import app.istante.core.plan.daylight.Places;
import app.istante.core.plan.daylight.Sky;
import app.istante.core.plan.daylight.TableLight;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The room, and the daylight that its window gives. */
@RestController
@RequestMapping("/api/room")
class RoomController {
  private final RoomService room;

  RoomController(RoomService room) {
    this.room = room;
  }

  /**
   * @param overcastFactor the overcast figures may be this many times too low or too high
   * @param clearFactor the same for the clear ones
   */
  record DaylightView(
      Daylight.Day day,
      List<Daylight.DayHours> weekends,
      double enoughLux,
      double overcastFactor,
      double clearFactor) {}

  @GetMapping
  RoomSettings settings() {
    return room.settings();
  }

  @PutMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(@RequestBody RoomSettings settings) {
    room.keep(settings);
  }

  @GetMapping("/places")
  List<Place> places() {
    return Places.known();
  }

  /** What a window gives on a day and over its year: the one described, kept or not. */
  @PostMapping("/daylight")
  DaylightView daylight(@RequestParam LocalDate date, @RequestBody RoomSettings settings) {
    TableLight light = new TableLight(settings.windowInUse(), settings.tableMm());
    return new DaylightView(
        Daylight.of(settings.place(), date, settings.windowInUse(), light),
        Daylight.weekends(settings.place(), date.getYear(), settings.windowInUse(), light),
        Daylight.ENOUGH_LUX,
        Sky.OVERCAST.uncertaintyFactor(),
        Sky.CLEAR.uncertaintyFactor());
  }
}
