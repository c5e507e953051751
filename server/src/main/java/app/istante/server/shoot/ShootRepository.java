package app.istante.server.shoot;

import org.springframework.data.jpa.repository.JpaRepository;

/** Stored shoots. */
public interface ShootRepository extends JpaRepository<Shoot, Long> {}
