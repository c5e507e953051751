package app.istante.core.rules;

/** A rule book that can't be used; the message says where and why, in one sentence. */
public final class RuleBookException extends Exception {
  public RuleBookException(String sentence) {
    super(sentence);
  }
}
