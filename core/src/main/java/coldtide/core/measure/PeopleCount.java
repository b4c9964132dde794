package coldtide.core.measure;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.PeopleAnswer.Group;
import coldtide.core.measure.PeopleQuestion.Split;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.Conditions;
import coldtide.core.who.PersonCondition.Which;
import coldtide.core.who.PersonValues;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/** Answers questions for how many people there are: one pass, and a few more where a property has very many values. */
public final class PeopleCount {
    private PeopleCount() {}

    public static PeopleAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, PeopleQuestion question) {
        Conditions.Mask among = conditions.of(log, question.among());
        int top = question.split().map(Split::top).orElse(1);
        TopValues values =
                TopValues.of(log, runner, (shard, into) -> count(log, shard, among, question.split(), into), top);
        List<Group> groups = values.top().stream()
                .map(value -> new Group(value.text(), value.count()))
                .toList();
        return new PeopleAnswer(log.people(), values.all(), groups, values.other(), values.notSet());
    }

    private static void count(
            EventLog log, Shard shard, Conditions.Mask among, Optional<Split> split, TopValues.Into into) {
        long[] bits = among.bits(shard);
        Optional<PersonValues> values = split.map(by -> new PersonValues(log, shard, by.property()));
        boolean maybeNumber = split.isPresent() && log.hasNumbers(split.get().property());
        boolean first = split.map(Split::which).equals(Optional.of(Which.FIRST));
        for (int person = shard.person(0, bits); person < shard.people(); person = shard.person(person + 1, bits)) {
            if (values.isEmpty()) {
                into.nothing();
                continue;
            }
            PersonValues of = values.get();
            if (first ? !of.first(person) : !of.latest(person)) {
                into.nothing();
            } else if (of.isText()) {
                text(log, (int) of.value(), maybeNumber, into);
            } else {
                into.number(of.value());
            }
        }
    }

    private static void text(EventLog log, int code, boolean maybeNumber, TopValues.Into into) {
        OptionalDouble number = maybeNumber ? RowValues.number(log, code) : OptionalDouble.empty();
        if (number.isPresent()) {
            into.number(number.getAsDouble());
        } else {
            into.text(code);
        }
    }
}
