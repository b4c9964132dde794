package coldtide.core.measure.users;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.TopValues;
import coldtide.core.measure.users.PeopleAnswer.Group;
import coldtide.core.measure.users.PeopleQuestion.Split;
import coldtide.core.scan.ScanRunner;
import java.util.List;
import java.util.Optional;

/** Answers questions for how many users there are: one pass, and a few more where a property has very many values. */
public final class PeopleCount {
    private PeopleCount() {}

    public static PeopleAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, PeopleQuestion question) {
        Conditions.Mask among = conditions.of(log, question.among());
        int top = question.split().map(Split::top).orElse(1);
        Optional<Conditions.Mask> column =
                question.split().map(by -> conditions.values(log, by.property(), by.which()));
        TopValues values = TopValues.of(log, runner, (shard, into) -> count(shard, among, column, into), top);
        List<Group> groups = values.top().stream()
                .map(value -> new Group(value.text(), value.count()))
                .toList();
        return new PeopleAnswer(log.people(), values.all(), groups, values.other(), values.notSet());
    }

    private static void count(
            Shard shard, Conditions.Mask among, Optional<Conditions.Mask> values, TopValues.Into into) {
        long[] bits = among.bits(shard);
        long[] column = values.map(mask -> mask.bits(shard)).orElse(null);
        for (int person = shard.person(0, bits); person < shard.people(); person = shard.person(person + 1, bits)) {
            into.take(column == null ? Value.NONE : column[person]);
        }
    }
}
