package coldtide.server.store.channel;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Costs of channels by day, as imported or entered. */
public interface ChannelCostRepository extends Repository<ChannelCost, ChannelCost.Key> {
    List<ChannelCost> saveAll(Iterable<ChannelCost> costs);

    @Query("select c from ChannelCost c where c.key.appId = :appId order by c.key.channel, c.key.day")
    List<ChannelCost> ofApp(int appId);
}
