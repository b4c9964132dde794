package coldtide.core.channel;

import coldtide.core.channel.Costs.Cost;
import coldtide.core.log.EventLog;
import coldtide.core.log.ExchangeRates;
import coldtide.core.measure.PeopleAnswer;
import coldtide.core.measure.PeopleCount;
import coldtide.core.measure.PeopleQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import coldtide.core.who.PersonCondition.Which;
import coldtide.core.who.Window;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * By which channel new people came in a range, and what the channels cost. A person came by the first channel known of them; new
 * are those whose first event falls into the range. One pass over the people of the log for each range.
 *
 * @param channels most new people first; those that cost something and brought nobody last
 * @param unknown new people of whom no channel is known
 * @param others new people by channels beyond those shown
 */
public record Arrivals(List<Channel> channels, Both<Long> unknown, Both<Long> others) {
    /** In the range asked for, and in the one it is compared with. */
    public record Both<T>(T range, T compared) {
        static <T> Both<T> of(DayRange range, DayRange compared, Function<DayRange, T> each) {
            return new Both<>(each.apply(range), each.apply(compared));
        }

        <U> Both<U> map(Function<T, U> each) {
            return new Both<>(each.apply(range), each.apply(compared));
        }
    }

    /** One channel. */
    public record Channel(String name, Both<Long> people, Both<Cost> cost) {}

    /** @param among of whom the new ones are looked at; costs are those of the whole channel all the same */
    public static Arrivals of(
            EventLog log,
            ScanRunner runner,
            Conditions conditions,
            PersonCondition among,
            Costs costs,
            DayRange range,
            DayRange compared) {
        Both<PeopleAnswer> came = Both.of(
                range, compared, each -> PeopleCount.answer(log, runner, conditions, newPeople(log, among, each)));
        Both<Map<String, Long>> people = came.map(answer -> answer.groups().stream()
                .collect(Collectors.toMap(PeopleAnswer.Group::value, PeopleAnswer.Group::people)));
        ExchangeRates rates = log.settings().rates();
        Stream<String> those = Stream.of(
                        came.range().groups().stream().map(PeopleAnswer.Group::value),
                        came.compared().groups().stream().map(PeopleAnswer.Group::value),
                        costs.channels(range),
                        costs.channels(compared))
                .flatMap(each -> each)
                .distinct();
        List<Channel> channels = those.map(name -> new Channel(
                        name,
                        people.map(of -> of.getOrDefault(name, 0L)),
                        Both.of(range, compared, each -> costs.of(name, each, rates))))
                .toList();
        return new Arrivals(channels, came.map(PeopleAnswer::notSet), came.map(PeopleAnswer::other));
    }

    private static PeopleQuestion newPeople(EventLog log, PersonCondition among, DayRange range) {
        PersonCondition arrived =
                PersonCondition.all(among, new PersonCondition.FirstDid(EventCondition.ANY, new Window.Days(range)));
        if (!log.hasProperty(ChannelRules.CHANNEL)) {
            return new PeopleQuestion(arrived, Optional.empty());
        }
        return new PeopleQuestion(
                arrived,
                Optional.of(new PeopleQuestion.Split(ChannelRules.CHANNEL, Which.FIRST, PeopleQuestion.MOST_GROUPS)));
    }
}
