package coldtide.core.channel;

import coldtide.core.channel.Costs.Cost;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.measure.users.PeopleAnswer;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * New users of a range by channel, and what the channels cost. A user belongs to the first channel that is known of them. Users are new if
 * their first event falls into the range. Cost: one pass over the users of the log for each range.
 *
 * @param channels the channel with most new users first; channels with costs and without new users last
 * @param unknown new users of whom no channel is known
 * @param others new users by channels beyond those shown
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
