package coldtide.server.register;

import coldtide.core.register.PersonRow;
import coldtide.core.register.Register;
import coldtide.core.register.RegisterAnswer;
import coldtide.core.register.RegisterQuestion;
import coldtide.core.register.RegisterQuestion.By;
import coldtide.core.register.RegisterQuestion.Order;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.engine.PersonNames;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.filter.ConditionReader;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.erasure.Erasure;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** People in order, one of them whole, and erasing one, over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/register", produces = MediaType.APPLICATION_JSON_VALUE)
class RegisterController {
    private static final int MOST_ENTRIES = 100;

    private final QueryService asking;
    private final PersonNames people;
    private final Erasing erasing;
    private final Apps apps;
    private final Audit audit;

    RegisterController(QueryService asking, PersonNames people, Erasing erasing, Apps apps, Audit audit) {
        this.audit = audit;
        this.apps = apps;
        this.asking = asking;
        this.people = people;
        this.erasing = erasing;
    }

    /**
     * The question.
     *
     * @param among a condition on people; null for everybody
     * @param property for an order by a property
     * @param lenient whether what is not there is left out and said
     */
    record RegisterAsk(
            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @NotNull By by,
            @Schema(types = {"string", "null"}) String property,
            boolean largestFirst,
            @NotNull List<String> columns,
            int from,
            int most,
            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        RegisterQuestion question(ConditionReader reader) {
            if (by == By.PROPERTY && (property == null || !reader.knows(property, "property"))) {
                throw Problem.badField("property", "An order by a property needs one that was received.");
            }
            return new RegisterQuestion(
                    reader.among(among),
                    new Order(by, property == null ? "" : property, largestFirst),
                    columns.stream()
                            .filter(column -> reader.knows(column, "columns"))
                            .toList(),
                    from,
                    most);
        }
    }

    /** @param columns those shown, in the order of each row's values */
    record RegisterView(
            long people, List<String> columns, List<RegisterPerson> rows, List<String> leftOut, String currency) {}

    /**
     * A person.
     *
     * @param id by which we know them
     * @param name by which the sender knows the account, or the install where no account was named
     * @param revenue in the app's currency; {@code unconverted} amounts without a rate are not in it
     */
    record RegisterPerson(
            String id,
            String name,
            boolean isAccount,
            Instant firstSeen,
            Instant lastSeen,

            @Schema(types = {"string", "null"}) LocalDate lastActive,

            long events,
            int sessions,
            int activeDays,
            int installs,
            int purchases,
            double revenue,
            int unconverted,

            @ArraySchema(schema = @Schema(types = {"string", "null"}))
            List<String> values) {
        static RegisterPerson of(PersonRow row, String name) {
            return new RegisterPerson(
                    PersonNames.id(row.owner()),
                    name == null ? PersonNames.id(row.owner()) : name,
                    row.owner() > 0,
                    row.firstSeen(),
                    row.lastSeen(),
                    row.lastActive().orElse(null),
                    row.events(),
                    row.sessions(),
                    row.activeDays(),
                    row.installs(),
                    row.purchases(),
                    row.revenueMicros() / 1e6,
                    row.unconverted(),
                    row.values().stream().map(value -> value.orElse(null)).toList());
        }
    }

    @PostMapping
    Answered<RegisterView> ask(@PathVariable String app, @Valid @RequestBody RegisterAsk ask) {
        return asking.ask(app, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            RegisterQuestion question = ask.question(reader);
            RegisterAnswer answer = Register.answer(asked.log(), asked.runner(), asked.conditions(), question);
            Map<Long, String> names = people.names(
                    asked.app(), answer.rows().stream().map(PersonRow::owner).toList());
            return new RegisterView(
                    answer.people(),
                    question.columns(),
                    answer.rows().stream()
                            .map(row -> RegisterPerson.of(row, names.get(row.owner())))
                            .toList(),
                    reader.leftOut(),
                    asked.app().currency());
        });
    }

    /** People by a sender's name of an account or an install. */
    @GetMapping
    List<String> find(@PathVariable String app, @RequestParam String name) {
        return asking.ask(
                        app,
                        asked -> people.find(asked.app(), asked.log(), name).stream()
                                .map(PersonNames::id)
                                .toList())
                .answer();
    }

    /** One person whole. @param from how many newer entries of the diary are left out */
    @GetMapping("/{id}")
    Answered<PersonLogView> log(
            @PathVariable String app,
            @PathVariable String id,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "20") int most) {
        if (from < 0 || most < 1 || most > MOST_ENTRIES) {
            throw Problem.badField("most", "A page of a log has 1 to " + MOST_ENTRIES + " entries.");
        }
        if (from == 0) {
            audit.note(apps.require(app), "user looked at", id);
        }
        return asking.ask(
                app, asked -> PersonLogView.of(asked, people, PersonNames.place(asked.log(), id), from, most));
    }

    /** @param typed the person's name as the sender knows it, typed by the keeper as a proof of intent */
    record ErasureAsk(@NotBlank String typed) {}

    /**
     * A user who is to be erased, or was; it does not say who.
     *
     * @param leftovers where the name may still stand, such as "evidence: 2"; null until that was looked for
     */
    record ErasureView(
            int id,
            Erasure.State state,
            Instant requested,
            String requestedBy,
            @Schema(types = {"string", "null"}) Instant finished,
            long events,
            long rejectedRows,
            @Schema(types = {"array", "null"}) List<String> leftovers) {
        static ErasureView of(Erasure erasure) {
            return new ErasureView(
                    erasure.id(),
                    erasure.state(),
                    erasure.requested(),
                    erasure.requestedBy(),
                    erasure.finished().orElse(null),
                    erasure.events(),
                    erasure.rejectedRows(),
                    erasure.leftovers().orElse(null));
        }
    }

    /** Has a user erased for ever. Answered when it is done, or after some seconds while it goes on. */
    @DeleteMapping("/{id}")
    ErasureView erase(
            @PathVariable String app, @PathVariable String id, @Valid @RequestBody ErasureAsk ask, Principal who) {
        App of = apps.require(app);
        long owner = PersonNames.owner(id);
        asking.ask(app, asked -> PersonNames.place(asked.log(), id));
        String name = people.names(of, List.of(owner)).get(owner);
        if (name == null || !name.equals(ask.typed().strip())) {
            throw Problem.badField("typed", "This is not the name of the user; nothing was erased.");
        }
        return ErasureView.of(erasing.erase(of, owner, who.getName()));
    }

    /** Users who were erased or are to be, the newest first. */
    @GetMapping("/erasures")
    List<ErasureView> erasures(@PathVariable String app) {
        return erasing.of(apps.require(app)).stream().map(ErasureView::of).toList();
    }
}
