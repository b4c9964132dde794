package coldtide.server.store;

import java.util.List;
import java.util.stream.Stream;
import org.springframework.data.domain.Pageable;
import org.springframework.data.repository.Repository;

public interface HeldBackRepository extends Repository<HeldBackRow, Long> {
    List<HeldBackRow> saveAll(Iterable<HeldBackRow> rows);

    List<HeldBackRow> findByAppIdOrderById(int appId, Pageable page);

    List<HeldBackRow> findByAppIdAndImportIdOrderById(int appId, int importId, Pageable page);

    /** Read within a transaction and closed. */
    Stream<HeldBackRow> streamByAppIdOrderById(int appId);

    Stream<HeldBackRow> streamByAppIdAndImportIdOrderById(int appId, int importId);

    long countByAppId(int appId);

    long countByAppIdAndImportId(int appId, int importId);
}
