package app.istante.core.image;

/**
 * The file cannot be measured. The message is one sentence that a seller understands and can act
 * on; it never carries a stack of library words.
 */
public final class UnreadablePhotoException extends Exception {

  /** Why, in a form that programs can switch on. Part of the public JSON format. */
  public enum Code {
    MISSING,
    EMPTY,
    NOT_A_PICTURE,
    NO_DECODER,
    FILE_TOO_LARGE,
    TOO_MANY_PIXELS,
    TRUNCATED,
    DAMAGED;

    /** The name as it stands in JSON, for example {@code not-a-picture}. */
    public String json() {
      return name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }
  }

  private final Code code;

  public UnreadablePhotoException(Code code, String sentence) {
    super(sentence);
    this.code = code;
  }

  UnreadablePhotoException(Code code, String sentence, Throwable cause) {
    super(sentence, cause);
    this.code = code;
  }

  public Code code() {
    return code;
  }
}
