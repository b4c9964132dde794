package coldtide.server.store.definition;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** What members said about events and properties: names, descriptions, owners. */
public interface CatalogueRepository extends Repository<CatalogueEntry, CatalogueEntry.Key> {
    CatalogueEntry save(CatalogueEntry entry);

    @Query("select e from CatalogueEntry e where e.key.appId = :appId order by e.key.kind, e.key.name")
    List<CatalogueEntry> ofApp(int appId);
}
