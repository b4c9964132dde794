package coldtide.server.store.channel;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** What advert networks settled, by app and day. */
public interface SettlementRepository extends Repository<StoredSettlement, StoredSettlement.Key> {
    List<StoredSettlement> saveAll(Iterable<StoredSettlement> settlements);

    @Query("select s from StoredSettlement s where s.key.appId = :appId order by s.key.platform, s.key.day")
    List<StoredSettlement> ofApp(int appId);
}
