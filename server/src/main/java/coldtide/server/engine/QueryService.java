package coldtide.server.engine;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.server.apps.Apps;
import coldtide.server.filter.ConditionReader;
import coldtide.server.filter.DefinitionResolver;
import coldtide.server.http.Problem;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/**
 * Answers a room's question from an app's log. The answer carries what it rests on.
 */
@Component
public class QueryService {
    private final Apps apps;
    private final Engine engine;
    private final Questions questions;
    private final DefinitionService named;

    QueryService(Apps apps, Engine engine, Questions questions, DefinitionService named) {
        this.apps = apps;
        this.engine = engine;
        this.questions = questions;
        this.named = named;
    }

    /**
     * Context of a question: one log, its threads, and cached conditions.
     *
     * @param names what people have named
     * @param sharing finds or computes shared answers
     */
    public record Asked(
            App app,
            EventLog log,
            ScanRunner runner,
            Conditions conditions,
            DefinitionResolver names,
            Sharing sharing) {
        /**
         * An answer, or a part of one, that rests on nothing but the log, the app, what members have defined and the question. One that
         * was computed before, or is being computed, is not computed again. It is computed on another thread.
         *
         * @param kind of question; two kinds never share an answer
         * @param question equal to another of its kind exactly if both ask the same
         */
        public <T> T shared(String kind, Object question, Answering<T> answering) {
            return sharing.get(
                    new SharedQuestion(kind, app.name(), app.currency(), question),
                    names,
                    others -> answering.answer(new Asked(app, log, runner, conditions, others, sharing)));
        }

        /** The events that end the first-time path, if the app has said so and they were ever received. */
        public Optional<Conditions.Mask> firstPath() {
            return names.firstPath()
                    .map(what -> new ConditionReader(log, names, true).filter(what, "first path"))
                    .filter(what -> !what.equals(EventCondition.ANY))
                    .map(what -> conditions.of(log, what));
        }

        /** Reads conditions; what is not there is refused. */
        public ConditionReader reader() {
            return new ConditionReader(log, names, false);
        }

        /** Reads the condition that a behaviour or a segment shall stand for, which must not speak of itself. */
        public ConditionReader readerWithin(String name) {
            return new ConditionReader(log, names, false).within(name);
        }

        /** Reads conditions. @param lenient whether what is not there is left out and said; null for no */
        public ConditionReader reader(Boolean lenient) {
            return new ConditionReader(log, names, Boolean.TRUE.equals(lenient));
        }
    }

    private record SharedQuestion(String kind, String appName, String currency, Object question) {}

    /** Finds the answer to a question with definitions, or computes it. */
    @FunctionalInterface
    public interface Sharing {
        <T> T get(Object question, DefinitionResolver names, Function<DefinitionResolver, T> computing);
    }

    /** Computation of an answer. */
    @FunctionalInterface
    public interface Answering<T> {
        T answer(Asked asked);
    }

    /** An answer and its foot. */
    public record Answered<T>(T answer, Foot foot) {}

    /**
     * Metadata of an answer: newest event, number of events, what was left out.
     *
     * @param watermark received time of the newest event in it
     * @param dataTo up to when time has fully passed in the data
     * @param events how many events the log holds
     * @param millis time taken inside the server
     */
    public record Foot(Instant watermark, Instant dataTo, long events, double millis) {}

    /** @throws Problem if there is no such app or it has no events yet */
    public <T> Answered<T> ask(String appKey, Answering<T> answering) {
        App app = apps.require(appKey);
        long began = System.nanoTime();
        Engine.Standing standing = engine.standing(app)
                .orElseThrow(() -> Problem.conflict("No events of " + app.name() + " have been received yet."));
        EventLog log = standing.log();
        Asked asked = new Asked(
                app, log, engine.runner().forQuestion(), standing.conditions(), named.of(app), standing.answers()::get);
        T answer = isRequest() ? questions.answer(name(), () -> answering.answer(asked)) : answering.answer(asked);
        double millis = (System.nanoTime() - began) / 1e6;
        Foot foot = new Foot(log.watermark(), log.dataTo(), log.events(), Math.round(millis * 100) / 100.0);
        return new Answered<>(answer, foot);
    }

    /** As {@link #ask}, with an answer that is {@link Asked#shared shared}. */
    public <T> Answered<T> askShared(String appKey, String kind, Object question, Answering<T> answering) {
        return ask(appKey, asked -> asked.shared(kind, question, answering));
    }

    /** Work in the background has its own limits. */
    private static boolean isRequest() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes;
    }

    /** The name that the page gave this question, if a page asks and it did. */
    private static Optional<String> name() {
        if (!(RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes)) {
            return Optional.empty();
        }
        HttpServletRequest request = attributes.getRequest();
        return Optional.ofNullable(request.getHeader(QuestionController.HEADER))
                .filter(name -> request.getUserPrincipal() != null)
                .map(name -> QuestionController.own(request.getUserPrincipal(), name));
    }
}
