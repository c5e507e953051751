package app.istante.server.check;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.query.Param;

/** Stored checks, by take. */
public interface TakeCheckRepository extends JpaRepository<TakeCheck, Long> {
  List<TakeCheck> findByTakeIdIn(Collection<Long> takeIds);

  /** Without the readings, which are large. */
  @Query(
      "select new app.istante.server.check.MeasuredAgainst(c.takeId, c.blankTakeId, c.cardTakeId)"
          + " from TakeCheck c where c.takeId in"
          + " (select t.id from Take t where t.shootId = :shootId)")
  List<MeasuredAgainst> measuredAgainst(@Param("shootId") long shootId);
}
