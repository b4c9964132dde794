package coldtide.server.store.definition;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Behaviours (several events with conditions under one name), by app. */
public interface BehaviourRepository extends Repository<Behaviour, Behaviour.Key> {
    Behaviour save(Behaviour behaviour);

    void delete(Behaviour behaviour);

    @Query("select b from Behaviour b where b.key.appId = :appId order by b.key.name")
    List<Behaviour> ofApp(int appId);

    @Query("select b from Behaviour b where b.key.appId = :appId and b.endsFirstPath")
    Optional<Behaviour> firstPath(int appId);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("update Behaviour b set b.endsFirstPath = false where b.key.appId = :appId and b.key.name <> :name")
    void firstPathEndsByNoOtherThan(int appId, String name);

    @Query("select b from Behaviour b where b.key.appId = :appId and b.key.name = :name")
    Optional<Behaviour> named(int appId, String name);
}
