package app.istante.core.plan;

import app.istante.core.rules.RuleBook;
import app.istante.core.rules.ShotRole;
import java.util.ArrayList;
import java.util.List;

/** Holds the planned views of one item against a selling place's number of pictures and roles. */
public final class ShotListCheck {
  private ShotListCheck() {}

  /**
   * @param missing roles that the place asks for and nobody planned
   * @param wanting how many pictures are wanting, 0 where enough are planned
   * @param beyond how many pictures are too many, 0 where none
   * @param sentences what to do about it, each a sentence; empty where all is well
   */
  public record Result(List<String> missing, int wanting, int beyond, List<String> sentences) {
    public Result {
      missing = List.copyOf(missing);
      sentences = List.copyOf(sentences);
    }
  }

  public static Result of(List<String> plannedRoles, RuleBook book) {
    List<String> missing = new ArrayList<>(book.images().required());
    missing.removeAll(plannedRoles);
    int planned = plannedRoles.size();
    int wanting = Math.max(0, book.images().min() - planned);
    int beyond = Math.max(0, planned - book.images().max());
    List<String> sentences = new ArrayList<>();
    for (String role : missing) {
      sentences.add(
          book.name() + " asks for a " + role + " picture: " + ShotRole.of(role).purpose() + ".");
    }
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
