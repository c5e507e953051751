package app.istante.server.rulebook;

import app.istante.core.rules.Measures;
import app.istante.core.rules.RuleBook;
import java.util.Collection;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rule books, and the readings they speak of. */
@RestController
@RequestMapping("/api")
class RuleBookController {
  private final RuleBookShelf shelf;

  RuleBookController(RuleBookShelf shelf) {
    this.shelf = shelf;
  }

  @GetMapping("/rule-books")
  List<RuleBook> books() {
    return shelf.all();
  }

  @GetMapping("/measures")
  Collection<Measures.Measure> measures() {
    return Measures.all();
  }
}
