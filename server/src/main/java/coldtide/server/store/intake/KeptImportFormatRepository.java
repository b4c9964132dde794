package coldtide.server.store.intake;

import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Formats kept for the next file with the same columns. */
public interface KeptImportFormatRepository extends Repository<KeptImportFormat, Integer> {
    KeptImportFormat save(KeptImportFormat reading);

    Optional<KeptImportFormat> findByAppIdAndColumns(int appId, String columns);
}
