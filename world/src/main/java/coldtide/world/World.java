package coldtide.world;

import coldtide.world.scenario.Channel;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Scenario;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/** Makes a scenario's events. The same scenario gives the same events in the same order, on any number of cores. */
public final class World {
    private static final int CHUNK = 512;

    private final Plan plan;

    public World(Scenario scenario) {
        plan = new Plan(scenario);
    }

    public Scenario scenario() {
        return plan.scenario;
    }

    /** Campaigns that ran for a part of the span, and holidays. */
    public List<WorldMark> marks() {
        return plan.happenings.stream().flatMap(each -> mark(each).stream()).toList();
    }

    private Optional<WorldMark> mark(Happening happening) {
        LocalDate day = plan.scenario.firstDay().plusDays(happening.starts().day());
        return switch (happening.effect()) {
            case ARRIVALS_BURST ->
                Optional.of(new WorldMark(
                        WorldMark.Kind.CAMPAIGN,
                        happening.where().one("campaign").orElseThrow(),
                        day,
                        day.plusDays(happening.ends().afterDays())));
            case BUSY_DAYS ->
                Optional.of(new WorldMark(WorldMark.Kind.HOLIDAY, happening.title(), day, day.plusDays(1)));
            default -> Optional.empty();
        };
    }

    /** Every currency of the world on every day of the span. */
    public List<Rate> rates() {
        return plan.prices.rates();
    }

    /** What each channel that costs anything cost on each day: for those expected to come, whether or not just they came. */
    public List<Cost> costs() {
        return plan.scenario.channels().stream()
                .filter(channel -> channel.costPerArrival() > 0)
                .flatMap(channel -> IntStream.range(0, plan.scenario.days()).mapToObj(day -> cost(channel, day)))
                .toList();
    }

    private Cost cost(Channel channel, int day) {
        double weights =
                plan.scenario.channels().stream().mapToDouble(Channel::weight).sum();
        double share = channel.weight() / weights * plan.arrivalShare(day);
        for (Happening burst : plan.bursts) {
            int since = day - burst.starts().day();
            boolean runs = since >= 0 && since < burst.ends().afterDays();
            if (runs && burst.where().one("channel").equals(Optional.of(channel.name()))) {
                share += burst.size() / burst.ends().afterDays();
            }
        }
        BigDecimal amount = BigDecimal.valueOf(share * plan.scenario.people() * channel.costPerArrival());
        return new Cost(
                channel.name(), plan.scenario.firstDay().plusDays(day), amount.setScale(2, RoundingMode.HALF_EVEN));
    }

    /** What the advert network settles, by day and platform; makes the whole world once more. */
    public List<Settlement> settlements() {
        return eachPerson(events -> {}).settlements();
    }

    /**
     * Hands over the events of one person after another. People are made in parallel, some hundreds at a time; the consumer
     * is called on this thread only.
     *
     * @return what the advert network settles meanwhile
     */
    public SettlementBook eachPerson(Consumer<List<WorldEvent>> consumer) {
        SettlementBook book = new SettlementBook(plan.scenario.zone());
        for (long from = 0; from < plan.scenario.people(); from += CHUNK) {
            long to = Math.min(from + CHUNK, plan.scenario.people());
            List<Told> chunk =
                    LongStream.range(from, to).parallel().mapToObj(this::told).toList();
            for (Told told : chunk) {
                book.add(told.settled());
                if (!told.events().isEmpty()) {
                    consumer.accept(told.events());
                }
            }
        }
        return book;
    }

    private record Told(List<WorldEvent> events, List<Diary.Settled> settled) {}

    private Told told(long number) {
        PersonStory story = new PersonStory(plan, number);
        return new Told(story.tell(), story.settled());
    }
}
