package app.istante.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Collects, while measuring, how sure each reading is and what could not be told. */
final class Notes {
  private final Map<String, Double> uncertainty = new TreeMap<>();
  private final List<Readings.CantTell> cantTell = new ArrayList<>();

  /** Half-width of the 95 % band of a reading, in its own unit. */
  void band(String reading, double halfWidth) {
    uncertainty.put(reading, halfWidth);
  }

  void cantTell(String reading, String reason) {
    cantTell.add(new Readings.CantTell(reading, reason));
  }

  void add(Notes others) {
    uncertainty.putAll(others.uncertainty);
    cantTell.addAll(others.cantTell);
  }

  Map<String, Double> uncertainty() {
    return uncertainty;
  }

  List<Readings.CantTell> cantTell() {
    return cantTell;
  }
}
