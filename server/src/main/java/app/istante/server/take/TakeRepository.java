package app.istante.server.take;

import app.istante.core.plan.slip.Assignment;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored takes. */
public interface TakeRepository extends JpaRepository<Take, Long> {
  Page<Take> findByShootId(Long shootId, Pageable page);

  List<Take> findByShootId(Long shootId);

  List<Take> findByShootIdAndChosenTrue(Long shootId);

  Optional<Take> findByShootIdAndSha256(Long shootId, String sha256);

  List<Take> findByShotId(Long shotId);

  List<Take> findByShotIdAndChosenTrue(Long shotId);

  List<Take> findByShootIdAndShowsIn(Long shootId, Collection<Assignment.Shows> shows);

  List<Take> findByState(TakeState state);
}
