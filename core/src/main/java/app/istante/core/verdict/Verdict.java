package app.istante.core.verdict;

/** The three answers. */
public enum Verdict {
  /** All musts hold. */
  Ready,
  /** A must fails, and the finishing plan puts it right without loss. */
  Mend,
  /** A must fails that only another photograph puts right. */
  Reshoot
}
