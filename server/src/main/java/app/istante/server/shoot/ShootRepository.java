package app.istante.server.shoot;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Stored shoots. */
public interface ShootRepository extends JpaRepository<Shoot, Long> {

  /**
   * The shoots of some takes, held until the transaction ends. To be the transaction's first
   * reading; transactions read what is committed, so that all that follows is up to date.
   */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query(
      "select s from Shoot s where s.id in (select t.shootId from Take t where t.id in :takeIds)"
          + " order by s.id")
  List<Shoot> holdByTakeIds(Collection<Long> takeIds);
}
