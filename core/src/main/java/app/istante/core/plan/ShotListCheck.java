package app.istante.core.plan;

import app.istante.core.rules.RuleBook;
import app.istante.core.rules.ShotRole;
import java.util.ArrayList;
import java.util.List;

/** Holds the planned views of one item against a selling place's number of pictures and roles. */
public final class ShotListCheck {
  private ShotListCheck() {}

  /**
   * @param missing roles that the place asks for and nobody planned, each with its sentence
   * @param wanting how many pictures are wanting, 0 where enough are planned
   * @param beyond how many pictures are too many, 0 where none
   * @param sentences what else is wrong, each a sentence; empty where nothing is
   */
  public record Result(List<Missing> missing, int wanting, int beyond, List<String> sentences) {
    public Result {
      missing = List.copyOf(missing);
      sentences = List.copyOf(sentences);
    }
  }

  /** A role that nobody planned. */
  public record Missing(String role, String sentence) {}

  public static Result of(List<String> plannedRoles, RuleBook book) {
    List<Missing> missing = new ArrayList<>();
    for (String role : book.images().required()) {
      if (!plannedRoles.contains(role)) {
        missing.add(
            new Missing(
                role,
                book.name()
                    + " asks for a "
                    + role
                    + " picture: "
                    + ShotRole.of(role).purpose()
                    + "."));
      }
    }
    int planned = plannedRoles.size();
    int wanting = Math.max(0, book.images().min() - planned);
    int beyond = Math.max(0, planned - book.images().max());
    List<String> sentences = new ArrayList<>();
    if (wanting > missing.size()) {
      sentences.add(
          book.name()
              + " wants at least "
              + book.images().min()
              + " pictures: "
              + planned
              + (planned == 1 ? " is" : " are")
              + " planned.");
    }
    if (beyond > 0) {
      sentences.add(
          book.name()
              + " takes at most "
              + book.images().max()
              + " pictures: "
              + beyond
              + " too many.");
    }
    return new Result(missing, wanting, beyond, sentences);
  }
}
