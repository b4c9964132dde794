package coldtide.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Every endpoint of the generated API description with every role and with none. */
@ExtendWith(Application.class)
class RightsTest {
    /** The least role for each endpoint, from the issue: readers see, analysts change and import, keepers manage. */
    private static final Map<String, String> LEAST = new LinkedHashMap<>();

    private static final List<String> ROLES = List.of("NOBODY", "READER", "ANALYST", "KEEPER");

    static {
        least("NOBODY", "get /api/session", "post /api/session", "delete /api/session");
        least("READER", "get /api/apps", "put /api/session/password", "delete /api/questions/{name}");
        least("READER", "get /api/session/all", "delete /api/session/others");
        for (String seen : List.of(
                "rail",
                "changes",
                "changes/bands",
                "standings",
                "alerts",
                "cases",
                "cases/{id}",
                "cases/{id}/now",
                "cases/{id}/recovery",
                "places/levels",
                "places/plans/{level}",
                "imports",
                "imports/{id}",
                "imports/{id}/look",
                "intake",
                "held-back",
                "held-back.csv",
                "held-back/{id}",
                "held-back/days",
                "releases",
                "marks",
                "catalogue",
                "words",
                "behaviours",
                "segments",
                "rates",
                "channels",
                "standings/adoption",
                "changes/search",
                "settlements",
                "watched",
                "releases/store",
                "register",
                "register/{id}",
                "register/erasures",
                "evidence",
                "evidence/{id}")) {
            least("READER", "get /api/apps/{app}/" + seen);
        }
        least(
                "READER",
                "post /api/apps/{app}/tide-table",
                "post /api/apps/{app}/retention",
                "post /api/apps/{app}/retention/value",
                "post /api/apps/{app}/retention/survival",
                "post /api/apps/{app}/retention/early",
                "post /api/apps/{app}/funnel",
                "post /api/apps/{app}/funnel/after",
                "post /api/apps/{app}/funnel/slices",
                "post /api/apps/{app}/funnel/independent",
                "post /api/apps/{app}/funnel/order",
                "post /api/apps/{app}/people-count",
                "post /api/apps/{app}/measures",
                "post /api/apps/{app}/week-hours",
                "post /api/apps/{app}/contrast",
                "post /api/apps/{app}/places",
                "post /api/apps/{app}/extracts",
                "post /api/apps/{app}/extracts/file",
                "post /api/apps/{app}/register",
                "post /api/apps/{app}/channels/arrivals",
                "post /api/apps/{app}/catalogue/events",
                "post /api/apps/{app}/catalogue/properties");
        least("ANALYST", "post /api/apps");
        for (String changed : List.of(
                "post imports",
                "put imports/{id}/bytes",
                "post imports/{id}/look",
                "post imports/{id}/begin",
                "post imports/{id}/stop",
                "post imports/file",
                "post held-back/again",
                "post held-back/{id}/again",
                "post held-back/dismiss",
                "post held-back/{id}/dismiss",
                "post releases",
                "put releases/{id}",
                "delete releases/{id}",
                "post marks",
                "put marks/{id}",
                "delete marks/{id}",
                "post marks/file",
                "post releases/store",
                "post rates",
                "put channels/rules",
                "post channels/costs",
                "post settlements",
                "put catalogue",
                "put behaviours",
                "delete behaviours",
                "post segments",
                "put segments/{id}",
                "delete segments/{id}",
                "post evidence",
                "put places/plans/{level}",
                "delete places/plans/{level}",
                "post watched",
                "delete watched/{id}",
                "post alerts/targets",
                "delete alerts/targets/{id}",
                "post cases",
                "put cases/{id}",
                "post cases/{id}/findings",
                "post cases/{id}/comments",
                "post activity/preview",
                "put activity")) {
            least("ANALYST", changed.replace(" ", " /api/apps/{app}/"));
        }
        least(
                "KEEPER",
                "put /api/apps/{app}/alerts/targets/{id}/allowed",
                "get /api/people",
                "post /api/people",
                "put /api/people/{id}/role",
                "post /api/people/{id}/password",
                "post /api/people/{id}/return",
                "delete /api/people/{id}",
                "get /api/audit",
                "get /api/audit.csv",
                "delete /api/apps/{app}",
                "delete /api/apps/{app}/register/{id}",
                "get /api/apps/{app}/keys",
                "post /api/apps/{app}/keys",
                "delete /api/apps/{app}/keys/{id}");
        least("SENDER", "post /api/apps/{app}/events");
    }

    private static final Map<String, Caller> CALLERS = new LinkedHashMap<>();

    private static void least(String role, String... endpoints) {
        for (String endpoint : endpoints) {
            LEAST.put(endpoint, role);
        }
    }

    @BeforeAll
    static void somebodyOfEachRole() {
        Caller stranger = Caller.stranger();
        stranger.get("/api/session");
        CALLERS.put("NOBODY", stranger);
        for (String role : ROLES.subList(1, 4)) {
            CALLERS.put(role, somebody(role, "rights-" + role));
        }
    }

    private static Caller somebody(String role, String name) {
        Answer made = Application.keeper().post("/api/people", Map.of("name", name, "role", role));
        assertThat(made.status()).as(made.text()).isEqualTo(201);
        return Caller.as(name, made.json().get("password").asString());
    }

    private static JsonNode paths() {
        return Caller.demo().get("/v3/api-docs").json().get("paths");
    }

    @Test
    void theTableSpeaksOfEveryEndpointAndOfNoOther() {
        TreeSet<String> described = new TreeSet<>();
        JsonNode paths = paths();
        for (String path : paths.propertyNames()) {
            paths.get(path).propertyNames().forEach(method -> described.add(method + " " + path));
        }
        assertThat(described).isEqualTo(new TreeSet<>(LEAST.keySet()));
    }

    @Test
    void everyEndpointIsOpenFromItsRoleOnAndClosedBelow() {
        for (Map.Entry<String, String> endpoint : LEAST.entrySet()) {
            String[] parts = endpoint.getKey().split(" ");
            if (endpoint.getKey().equals("delete /api/session")
                    || endpoint.getKey().equals("post /api/session")) {
                continue; // signing in and out is tried in AccessTest; here it would end the sessions of the others
            }
            for (String role : ROLES) {
                int status = CALLERS.get(role)
                        .call(parts[0].toUpperCase(java.util.Locale.ROOT), address(parts[1]), Map.of())
                        .status();
                boolean may = ROLES.indexOf(role) >= ROLES.indexOf(endpoint.getValue())
                        && !endpoint.getValue().equals("SENDER");
                if (may) {
                    assertThat(status).as(role + " " + endpoint.getKey()).isNotIn(401, 403, 500);
                } else {
                    assertThat(status).as(role + " " + endpoint.getKey()).isEqualTo(role.equals("NOBODY") ? 401 : 403);
                }
            }
        }
    }

    /** Of nothing that is there, so that nothing is changed. */
    private static String address(String path) {
        return path.replace("{app}", "gullcombe")
                .replace("{id}", "999999")
                .replace("{name}", "none")
                .replace("{level}", "99");
    }

    @Test
    void whatStandsInNoLineIsAllowedToNobody() {
        for (Caller caller : CALLERS.values()) {
            assertThat(caller.get("/actuator/env").status()).isIn(401, 403);
            assertThat(caller.get("/api/nothing").status()).isIn(401, 403);
        }
        assertThat(CALLERS.get("NOBODY").get("/v3/api-docs").status()).isEqualTo(401);
    }

    @Test
    void aKeyOpensItsOwnAppsIntakeAndNothingElse() {
        Answer made = Application.keeper().post("/api/apps/gullcombe/keys", Map.of("name", "rights", "perSecond", 10));
        assertThat(made.status()).isEqualTo(201);
        Caller program = Caller.withKey(made.json().get("secret").asString());
        for (String endpoint : LEAST.keySet()) {
            String[] parts = endpoint.split(" ");
            boolean own = List.of(
                            "post /api/apps/{app}/events",
                            "post /api/apps/{app}/imports/file",
                            "get /api/apps/{app}/imports/{id}")
                    .contains(endpoint);
            if (LEAST.get(endpoint).equals("NOBODY")) {
                continue;
            }
            int status = program.call(parts[0].toUpperCase(java.util.Locale.ROOT), address(parts[1]), Map.of())
                    .status();
            if (own) {
                assertThat(status).as(endpoint).isNotIn(401, 403, 500);
            } else {
                assertThat(status).as(endpoint).isEqualTo(403);
            }
        }
        assertThat(program.get("/api/apps/elsewhere/imports/1").status()).isEqualTo(403);
        int id = made.json().get("key").get("id").asInt();
        assertThat(Application.keeper().delete("/api/apps/gullcombe/keys/" + id).status())
                .isEqualTo(200);
        assertThat(program.get("/api/apps/gullcombe/imports/1").status()).isEqualTo(401);
        assertThat(program.cookies()).as("a program leaves no session behind").isEmpty();
    }

    @Test
    void aChangeOfRoleEndsTheSessionAndTheLastKeeperStays() {
        Caller keeper = Application.keeper();
        int before = keepers(keeper); // other tests may have made some
        Answer made = keeper.post("/api/people", Map.of("name", "rights-changed", "role", "ANALYST"));
        int id = made.json().get("person").get("id").asInt();
        Caller somebody =
                Caller.as("rights-changed", made.json().get("password").asString());
        assertThat(somebody.get("/api/apps").status()).isEqualTo(200);
        assertThat(keeper.call("PUT", "/api/people/" + id + "/role", Map.of("role", "READER"))
                        .status())
                .isEqualTo(200);
        assertThat(somebody.get("/api/apps").status()).isEqualTo(401);
        assertThat(keeper.delete("/api/people/" + id).status()).isEqualTo(200);
        keeper.call("POST", "/api/people/" + id + "/return", Map.of());
        assertThat(keepers(keeper)).isEqualTo(before).isGreaterThanOrEqualTo(2);
        JsonNode audit = keeper.get("/api/audit").json().get("entries");
        assertThat(audit.get(0).get("action").asString()).isEqualTo("person let in again");
        assertThat(audit.get(0).get("who").asString()).isEqualTo("keeper");
        assertThat(audit.toString()).contains("role changed").contains("rights-changed, now reader");
    }

    private static int keepers(Caller keeper) {
        int keepers = 0;
        for (JsonNode person : keeper.get("/api/people").json()) {
            if (person.get("role").asString().equals("KEEPER")
                    && person.get("ended").isNull()) {
                keepers++;
            }
        }
        return keepers;
    }

    @Test
    void somebodyShutOutCannotSignInAndAPasswordCanBeChanged() {
        Caller keeper = Application.keeper();
        Answer made = keeper.post("/api/people", Map.of("name", "rights-out", "role", "READER"));
        String password = made.json().get("password").asString();
        Caller somebody = Caller.as("rights-out", password);
        Answer shortOne = somebody.call("PUT", "/api/session/password", Map.of("old", password, "fresh", "short"));
        assertThat(shortOne.status()).isEqualTo(400);
        assertThat(shortOne.json().get("detail").asString()).contains("at least 12");
        assertThat(somebody.call("PUT", "/api/session/password", Map.of("old", "wrong", "fresh", "twelve letters"))
                        .status())
                .isEqualTo(400);
        assertThat(somebody.call("PUT", "/api/session/password", Map.of("old", password, "fresh", "twelve letters"))
                        .status())
                .isEqualTo(200);
        Caller.as("rights-out", "twelve letters");
        keeper.delete("/api/people/" + made.json().get("person").get("id").asInt());
        Caller stranger = Caller.stranger();
        stranger.get("/api/session");
        Answer refused = stranger.post("/api/session", Map.of("name", "rights-out", "password", "twelve letters"));
        assertThat(refused.status()).isEqualTo(401);
        assertThat(keeper.post("/api/people", Map.of("name", "rights-out", "role", "READER"))
                        .status())
                .isEqualTo(409);
    }
}
