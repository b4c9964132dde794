package coldtide.server.store.app;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Annotations of an app: campaigns, incidents, holidays, notes. */
public interface AnnotationRepository extends Repository<Annotation, Integer> {
    Annotation save(Annotation mark);

    Optional<Annotation> findByAppIdAndId(int appId, int id);

    Optional<Annotation> findByAppIdAndKindAndNameAndStarts(
            int appId, Annotation.Kind kind, String name, Instant starts);

    void delete(Annotation mark);

    List<Annotation> findByAppIdOrderByStarts(int appId);
}
