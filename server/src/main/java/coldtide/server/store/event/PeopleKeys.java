package coldtide.server.store.event;

import coldtide.server.store.app.App;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The senders' names of installs and accounts, by our numbers of them and the other way round. */
@Component
public class PeopleKeys {
    private final EntityManager entities;

    PeopleKeys(EntityManager entities) {
        this.entities = entities;
    }

    @Transactional(readOnly = true)
    public Map<Long, String> ofInstalls(App app, Collection<Long> ids) {
        return keys("Install", app, ids);
    }

    @Transactional(readOnly = true)
    public Map<Long, String> ofAccounts(App app, Collection<Long> ids) {
        return keys("Account", app, ids);
    }

    @Transactional(readOnly = true)
    public Optional<Long> install(App app, String key) {
        return id("Install", app, key);
    }

    @Transactional(readOnly = true)
    public Optional<Long> account(App app, String key) {
        return id("Account", app, key);
    }

    private Map<Long, String> keys(String entity, App app, Collection<Long> ids) {
        Map<Long, String> keys = new HashMap<>();
        if (!ids.isEmpty()) {
            entities.createQuery(
                            "select e.id, e.key from " + entity + " e where e.appId = :app and e.id in :ids",
                            Object[].class)
                    .setParameter("app", app.id())
                    .setParameter("ids", ids)
                    .getResultList()
                    .forEach(row -> keys.put((Long) row[0], (String) row[1]));
        }
        return keys;
    }

    private Optional<Long> id(String entity, App app, String key) {
        return entities.createQuery(
                        "select e.id from " + entity + " e where e.appId = :app and e.key = :key", Long.class)
                .setParameter("app", app.id())
                .setParameter("key", key)
                .getResultStream()
                .findFirst();
    }
}
