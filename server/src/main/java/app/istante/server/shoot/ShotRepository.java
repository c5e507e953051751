package app.istante.server.shoot;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored shots. */
public interface ShotRepository extends JpaRepository<Shot, Long> {
  List<Shot> findByShootIdOrderByPlace(Long shootId);
}
