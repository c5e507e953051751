package app.istante.server.take;

/** Where a take stands on its way to a verdict. */
public enum TakeState {
  WAITING,
  MEASURED,
  /** It turned out damaged; the sentence says how. */
  UNREADABLE
}
