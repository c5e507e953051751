package app.istante.server.support;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Every error leaves as a problem detail (RFC 9457) with a sentence that a seller understands. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

  @ExceptionHandler(Refused.class)
  ProblemDetail refused(Refused refused) {
    return problem(refused.status(), refused.type(), refused.getMessage());
  }

  @ExceptionHandler(IllegalArgumentException.class)
  ProblemDetail refusedByTheRules(IllegalArgumentException wrong) {
    return isOurs(wrong)
        ? problem(HttpStatus.BAD_REQUEST, "not-possible", wrong.getMessage())
        : unexpected(wrong);
  }

  @ExceptionHandler(OptimisticLockingFailureException.class)
  ProblemDetail changedMeanwhile() {
    return problem(
        HttpStatus.CONFLICT,
        "changed-meanwhile",
        "This was changed elsewhere a moment ago. Look again, then repeat it.");
  }

  /** The job's own rules refuse a value in a sentence of their own. */
  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      org.springframework.http.converter.HttpMessageNotReadableException wrong,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    Throwable cause = wrong;
    while (cause.getCause() != null && !(cause instanceof IllegalArgumentException)) {
      cause = cause.getCause();
    }
    String sentence =
        cause instanceof IllegalArgumentException && isOurs(cause)
            ? cause.getMessage()
            : "Istante does not understand what was sent. Reload the page.";
    return ResponseEntity.badRequest()
        .body(problem(HttpStatus.BAD_REQUEST, "not-understood", sentence));
  }

  @ExceptionHandler(Exception.class)
  ProblemDetail unexpected(Exception failure) {
    LOG.error("unexpected failure", failure);
    return problem(
        HttpStatus.INTERNAL_SERVER_ERROR,
        "unexpected",
        "Something went wrong inside Istante. Nothing was lost; try again.");
  }

  @Override
  protected ResponseEntity<Object> handleMethodArgumentNotValid(
      MethodArgumentNotValidException wrong,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    String sentence =
        wrong.getBindingResult().getAllErrors().stream()
            .map(error -> error.getDefaultMessage())
            .findFirst()
            .orElse("Something is missing.");
    return ResponseEntity.badRequest().body(problem(HttpStatus.BAD_REQUEST, "missing", sentence));
  }

  @Override
  protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
      MaxUploadSizeExceededException wrong,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return ResponseEntity.status(HttpStatus.CONTENT_TOO_LARGE)
        .body(
            problem(
                HttpStatus.CONTENT_TOO_LARGE,
                "file-too-large",
                "The file is larger than 200 MB; Istante reads files up to that size."));
  }

  /** Thrown by our own code, so its message is a sentence for people; a library's is not. */
  private static boolean isOurs(Throwable thrown) {
    return thrown.getStackTrace()[0].getClassName().startsWith("app.istante.");
  }

  private static ProblemDetail problem(HttpStatus status, String type, String sentence) {
    ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, sentence);
    problem.setType(java.net.URI.create("urn:istante:problem:" + type));
    return problem;
  }
}
