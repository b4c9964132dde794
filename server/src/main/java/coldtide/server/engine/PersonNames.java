package coldtide.server.engine;

import coldtide.core.log.EventLog;
import coldtide.core.log.PersonEvents;
import coldtide.core.log.PersonEvents.Place;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.event.PeopleKeys;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Public names of users: "a12" is the user of account number 12, "i12" the user of install number 12 without an account. */
@Component
public class PersonNames {
    private final PeopleKeys keys;

    PersonNames(PeopleKeys keys) {
        this.keys = keys;
    }

    public static String id(long owner) {
        return owner < 0 ? "i" + ~owner : "a" + owner;
    }

    public static long owner(String id) {
        if (!id.matches("[ai][0-9]{1,18}")) {
            throw Problem.notFound("\"" + id + "\" is not the name of a user; it looks like a12 or i12.");
        }
        long number = Long.parseLong(id.substring(1));
        return id.charAt(0) == 'i' ? ~number : number;
    }

    public static Place place(EventLog log, String id) {
        return PersonEvents.find(log, owner(id))
                .orElseThrow(() -> Problem.notFound("There is no user " + id
                        + " any more: erased, or joined to another by an account named since."));
    }

    /** The names under which the sender knows people: the account's, or that of the install. */
    public Map<Long, String> names(App app, Collection<Long> owners) {
        Map<Long, String> accounts =
                keys.ofAccounts(app, owners.stream().filter(owner -> owner > 0).toList());
        Map<Long, String> installs = installs(
                app,
                owners.stream().filter(owner -> owner < 0).map(owner -> ~owner).toList());
        Map<Long, String> names = new LinkedHashMap<>();
        owners.forEach(owner -> names.put(owner, owner > 0 ? accounts.get(owner) : installs.get(~owner)));
        return names;
    }

    public Map<Long, String> installs(App app, Collection<Long> installs) {
        return keys.ofInstalls(app, installs);
    }

    public Map<Long, String> accounts(App app, Collection<Long> accounts) {
        return keys.ofAccounts(app, accounts);
    }

    /** People whose account, or one of whose installs, the sender knows by a name. */
    public List<Long> find(App app, EventLog log, String name) {
        TreeSet<Long> owners = new TreeSet<>();
        keys.account(app, name)
                .filter(owner -> PersonEvents.find(log, owner).isPresent())
                .ifPresent(owners::add);
        keys.install(app, name)
                .ifPresent(install -> PersonEvents.withInstall(log, install)
                        .forEach(place -> owners.add(place.shard().owner[place.person()])));
        return List.copyOf(owners);
    }
}
