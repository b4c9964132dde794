package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

public interface BehaviourRepository extends Repository<Behaviour, Behaviour.Key> {
    Behaviour save(Behaviour behaviour);

    void delete(Behaviour behaviour);

    @Query("select b from Behaviour b where b.key.appId = :appId order by b.key.name")
    List<Behaviour> ofApp(int appId);

    @Query("select b from Behaviour b where b.key.appId = :appId and b.key.name = :name")
    Optional<Behaviour> named(int appId, String name);
}
