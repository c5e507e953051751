package app.istante.server.item;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored items. */
public interface ItemRepository extends JpaRepository<Item, Long> {
  Optional<Item> findByCode(String code);
}
