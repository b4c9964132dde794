package coldtide.server.store.app;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Exchange rates that an app entered, by currency and day. */
public interface ExchangeRateRepository extends Repository<ExchangeRate, ExchangeRate.Key> {
    List<ExchangeRate> saveAll(Iterable<ExchangeRate> rates);

    @Query("select r from ExchangeRate r where r.key.appId = :appId")
    List<ExchangeRate> ofApp(int appId);
}
