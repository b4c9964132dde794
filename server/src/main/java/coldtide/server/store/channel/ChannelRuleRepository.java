package coldtide.server.store.channel;

import java.util.List;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Rules that name the channel of an install, in their order. */
public interface ChannelRuleRepository extends Repository<StoredChannelRule, StoredChannelRule.Key> {
    List<StoredChannelRule> saveAll(Iterable<StoredChannelRule> rules);

    @Query("select r from StoredChannelRule r where r.key.appId = :appId order by r.key.position")
    List<StoredChannelRule> ofApp(int appId);

    @Modifying(flushAutomatically = true, clearAutomatically = true)
    @Query("delete from StoredChannelRule r where r.key.appId = :appId")
    void removeAll(int appId);
}
