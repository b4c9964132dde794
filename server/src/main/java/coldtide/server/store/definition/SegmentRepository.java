package coldtide.server.store.definition;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Segments, by app and number. */
public interface SegmentRepository extends Repository<Segment, Integer> {
    Segment save(Segment segment);

    Optional<Segment> findByAppIdAndId(int appId, int id);

    Optional<Segment> findByAppIdAndNameAndEndedIsNull(int appId, String name);

    List<Segment> findByAppIdAndEndedIsNullOrderByName(int appId);

    /** Segments including removed ones. */
    List<Segment> findByAppId(int appId);
}
