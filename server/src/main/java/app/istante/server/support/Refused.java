package app.istante.server.support;

import org.springframework.http.HttpStatus;

/** A request that can't be carried out; the message tells the reader what to do. */
public class Refused extends RuntimeException {
  private final HttpStatus status;
  private final String type;

  public Refused(HttpStatus status, String type, String sentence) {
    super(sentence);
    this.status = status;
    this.type = type;
  }

  /** "There is no such …": wrong address, or deleted meanwhile. */
  public static Refused missing(String what) {
    return new Refused(HttpStatus.NOT_FOUND, "no-such-thing", "There is no such " + what + ".");
  }

  public static Refused conflict(String type, String sentence) {
    return new Refused(HttpStatus.CONFLICT, type, sentence);
  }

  HttpStatus status() {
    return status;
  }

  String type() {
    return type;
  }
}
