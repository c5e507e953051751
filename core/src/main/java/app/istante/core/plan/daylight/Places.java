package app.istante.core.plan.daylight;

import java.util.List;

/** A short list of places to pick from; any other is typed. Coordinates to a tenth of a degree. */
public final class Places {
  private static final List<Place> KNOWN =
      List.of(
          new Place("Soffitta Lumaca (made up)", 45.4, 11.9, "Europe/Rome"),
          new Place("Amsterdam", 52.4, 4.9, "Europe/Amsterdam"),
          new Place("Athens", 38.0, 23.7, "Europe/Athens"),
          new Place("Auckland", -36.8, 174.8, "Pacific/Auckland"),
          new Place("Berlin", 52.5, 13.4, "Europe/Berlin"),
          new Place("Buenos Aires", -34.6, -58.4, "America/Argentina/Buenos_Aires"),
          new Place("Cape Town", -33.9, 18.4, "Africa/Johannesburg"),
          new Place("Chicago", 41.9, -87.6, "America/Chicago"),
          new Place("Dublin", 53.3, -6.3, "Europe/Dublin"),
          new Place("Helsinki", 60.2, 24.9, "Europe/Helsinki"),
          new Place("Lisbon", 38.7, -9.1, "Europe/Lisbon"),
          new Place("London", 51.5, -0.1, "Europe/London"),
          new Place("Los Angeles", 34.1, -118.2, "America/Los_Angeles"),
          new Place("Madrid", 40.4, -3.7, "Europe/Madrid"),
          new Place("Mexico City", 19.4, -99.1, "America/Mexico_City"),
          new Place("Mumbai", 19.1, 72.9, "Asia/Kolkata"),
          new Place("New York", 40.7, -74.0, "America/New_York"),
          new Place("Oslo", 59.9, 10.8, "Europe/Oslo"),
          new Place("Paris", 48.9, 2.4, "Europe/Paris"),
          new Place("Quito", -0.2, -78.5, "America/Guayaquil"),
          new Place("Reykjavik", 64.1, -21.9, "Atlantic/Reykjavik"),
          new Place("Rome", 41.9, 12.5, "Europe/Rome"),
          new Place("Sao Paulo", -23.6, -46.6, "America/Sao_Paulo"),
          new Place("Stockholm", 59.3, 18.1, "Europe/Stockholm"),
          new Place("Sydney", -33.9, 151.2, "Australia/Sydney"),
          new Place("Tokyo", 35.7, 139.7, "Asia/Tokyo"),
          new Place("Toronto", 43.7, -79.4, "America/Toronto"),
          new Place("Warsaw", 52.2, 21.0, "Europe/Warsaw"));

  private Places() {}

  public static List<Place> known() {
    return KNOWN;
  }
}
