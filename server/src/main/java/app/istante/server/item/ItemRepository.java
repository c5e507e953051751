package app.istante.server.item;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored items. */
public interface ItemRepository extends JpaRepository<Item, Long> {
  Optional<Item> findByCode(String code);

  List<Item> findByCodeIn(List<String> codes);

  Page<Item> findByRemovedFalse(Pageable page);
}
