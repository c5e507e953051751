package app.istante.server.check;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored checks, by take. */
public interface TakeCheckRepository extends JpaRepository<TakeCheck, Long> {
  List<TakeCheck> findByTakeIdIn(Collection<Long> takeIds);
}
