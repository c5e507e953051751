package app.istante.server.finish;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Stored finals, by take. */
public interface FinalPictureRepository extends JpaRepository<FinalPicture, Long> {
  List<FinalPicture> findByTakeIdIn(Collection<Long> takeIds);
}
