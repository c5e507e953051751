package app.istante.server.rulebook;

import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.server.support.Refused;
import java.util.List;
import org.springframework.stereotype.Component;

/** The rule books in use: for now those that ship. */
@Component
public class RuleBookShelf {
  private final List<RuleBook> books = RuleBooks.shipped();

  public List<RuleBook> all() {
    return books;
  }

  public RuleBook named(String id) {
    return books.stream()
        .filter(book -> book.id().equals(id))
        .findFirst()
        .orElseThrow(() -> Refused.missing("rule book"));
  }
}
