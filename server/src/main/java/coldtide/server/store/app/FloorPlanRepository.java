package coldtide.server.store.app;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Pictures of level plans, by app and level. */
public interface FloorPlanRepository extends Repository<FloorPlan, FloorPlan.Key> {
    FloorPlan save(FloorPlan plan);

    void delete(FloorPlan plan);

    Optional<FloorPlan> findById(FloorPlan.Key key);

    @Query("select p from FloorPlan p where p.key.appId = :appId order by p.key.level")
    List<FloorPlan> ofApp(int appId);
}
