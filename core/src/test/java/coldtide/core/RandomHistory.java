package coldtide.core;

import static java.util.stream.Collectors.groupingBy;

import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.Release;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.ReportingCalendar;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Random;
import java.util.SplittableRandom;

/** A small invented history with everything that makes counting hard, and the log of it. Its seed is in its name. */
public final class RandomHistory {
    public static final List<String> NAMES =
            List.of("app_open", "beacon_lit", "purchase", "ad_finished", "push_received", "uninstall_detected");

    private static final String FRAMES = "frame_sample";

    /** One event, as plain as can be. */
    public record Event(
            String person,
            long install,
            long account,
            long timeMillis,
            long receivedMillis,
            String name,
            Release release,
            Money money,
            double level,
            String item) {
        public boolean active() {
            return !LogSettings.USUAL_PASSIVE_EVENTS.contains(name);
        }

        /** The same by another name. */
        public Event named(String other) {
            return like(other, level);
        }

        /** The same on another level. */
        public Event atLevel(double other) {
            return like(name, other);
        }

        private Event like(String ofName, double ofLevel) {
            return new Event(
                    person, install, account, timeMillis, receivedMillis, ofName, release, money, ofLevel, item);
        }

        /** Frames a second, of some a few absurd; 0 of all that are no samples. */
        public double fps() {
            if (!name.equals(FRAMES)) {
                return 0;
            }
            return timeMillis % 11 == 0 ? 1e300 : 20 + timeMillis % 401 / 10.0;
        }
    }

    private final long seed;
    public final LogSettings settings;
    public final List<Event> events = new ArrayList<>();
    private final SplittableRandom random;

    /** @param days spread over which the events lie; across a clock change in Lisbon */
    public RandomHistory(long seed, int people, int days) {
        this.seed = seed;
        random = new SplittableRandom(seed);
        ExchangeRates rates = new ExchangeRates("EUR");
        LocalDate first = LocalDate.of(2026, 3, 20);
        for (int day = 0; day < days; day += 2) {
            rates.put("GBP", first.plusDays(day), new BigDecimal("1.1734"));
        }
        settings = LogSettings.usual(new ReportingCalendar(ZoneId.of("Europe/Lisbon")), rates);
        long start = settings.calendar().startOf(first).toEpochMilli();
        for (int p = 0; p < people; p++) {
            person(p, start, days);
        }
        events.addAll(owned(List.copyOf(events)));
        events.subList(0, events.size() / 2).clear();
    }

    /** Millionths of the app's currency; empty for what is no money, and where its currency has no rate on its day. */
    public OptionalLong worth(Event event) {
        return event.money() == null
                ? OptionalLong.empty()
                : settings.rates().convert(event.money().micros(), event.money().currency(), dayOf(event));
    }

    /** Events in time order, each with its person among these events. */
    public static List<Event> owned(List<Event> rows) {
        List<Event> sorted = rows.stream()
                .sorted(Comparator.comparingLong(Event::timeMillis)
                        .thenComparingLong(Event::receivedMillis)
                        .thenComparingLong(Event::account)
                        .thenComparingLong(Event::install))
                .toList();
        return sorted.stream().map(event -> owned(event, sorted)).toList();
    }

    /**
     * Handbook, Sessions: events of one install of a person with no gap over 30 minutes, in order of their start; passive ones are in
     * none.
     *
     * @param owned events in time order, each with its person
     */
    public static List<List<Event>> sessions(List<Event> owned) {
        Map<String, List<Event>> byInstall = owned.stream()
                .filter(Event::active)
                .collect(groupingBy(event -> event.person() + " " + event.install()));
        List<List<Event>> found = new ArrayList<>();
        for (List<Event> events : byInstall.values()) {
            List<Event> session = null;
            for (Event event : events) {
                if (session == null
                        || event.timeMillis() - session.get(session.size() - 1).timeMillis() > 30 * 60_000L) {
                    session = new ArrayList<>();
                    found.add(session);
                }
                session.add(event);
            }
        }
        found.sort(Comparator.comparingLong(session -> session.get(0).timeMillis()));
        return found;
    }

    /** The same history, in which some events tell how the app ran. */
    public RandomHistory withRunning() {
        events.replaceAll(event -> event.name().equals("app_open")
                ? event.named(List.of("crash", FRAMES, FRAMES, "app_open").get((int) (event.timeMillis() % 4)))
                : event);
        return this;
    }

    /** The same history of people who never sign in. */
    public RandomHistory withoutAccounts() {
        events.replaceAll(event -> of(event, "install " + event.install(), RawEvent.NOBODY));
        return this;
    }

    /** Events of one install and account at the same instant and received at the same instant have no order but that of arrival. */
    public RandomHistory dropTies() {
        events.removeIf(event -> events.stream()
                .anyMatch(other -> other != event
                        && other.install() == event.install()
                        && other.account() == event.account()
                        && other.timeMillis() == event.timeMillis()
                        && other.receivedMillis() == event.receivedMillis()));
        return this;
    }

    private static Event of(Event event, String person, long account) {
        return new Event(
                person,
                event.install(),
                account,
                event.timeMillis(),
                event.receivedMillis(),
                event.name(),
                event.release(),
                event.money(),
                event.level(),
                event.item());
    }

    /** Handbook, User, as slowly as it is written: the account its install named last, else the first it names, else nobody's. */
    private static Event owned(Event event, List<Event> rows) {
        List<Event> naming = rows.stream()
                .filter(other -> other.install() == event.install() && other.account() != RawEvent.NOBODY)
                .toList();
        String person = naming.stream()
                .filter(other -> other.timeMillis() < event.timeMillis()
                        || other.timeMillis() == event.timeMillis() && other.receivedMillis() <= event.receivedMillis())
                .reduce((earlier, later) -> later)
                .or(() -> naming.stream().findFirst())
                .map(other -> "account " + other.account())
                .orElse("install " + event.install());
        return of(event, person, event.account());
    }

    /** The account that an install of {@code person} names at a moment; some installs change it, some never name one. */
    private static long account(int person, long install, long at) {
        boolean silent = person % 3 == 0 || at % 4 == 0;
        boolean changed = install % 7 == 0 && at / 86_400_000L % 20 < 10;
        return silent ? RawEvent.NOBODY : changed ? person + 2L : person + 1L;
    }

    private void person(int person, long start, int days) {
        int installs = 1 + random.nextInt(2);
        long at = start + random.nextLong(days * 86_400_000L);
        int count = 1 + random.nextInt(40);
        for (int i = 0; i < count && at < start + days * 86_400_000L; i++) {
            String name = NAMES.get(random.nextInt(NAMES.size()));
            long received = at + (random.nextInt(10) == 0 ? random.nextLong(86_400_000L) : random.nextLong(5_000L));
            Release release =
                    new Release(random.nextBoolean() ? "android" : "ios", random.nextInt(3) == 0 ? "1.1.0" : "1.0.0");
            long install = person * 10L + random.nextInt(installs);
            events.add(new Event(
                    "",
                    install,
                    account(person, install, at),
                    at,
                    received,
                    name,
                    release,
                    money(name),
                    level(),
                    item()));
            at += pause();
        }
    }

    private long pause() {
        return switch (random.nextInt(6)) {
            case 0 -> 0;
            case 1 -> 30 * 60_000L;
            case 2 -> 30 * 60_000L + 1;
            case 3 -> random.nextLong(60_000L);
            default -> random.nextLong(4 * 86_400_000L);
        };
    }

    private double level() {
        return new double[] {0, 0, 1, 7, 300, 62.4, 1e9 + 0.125}[random.nextInt(7)];
    }

    private String item() {
        return List.of("", "", "rope", "glass").get(random.nextInt(4));
    }

    private Money money(String name) {
        if (!name.equals("purchase") && !name.equals("ad_finished")) {
            return null;
        }
        RevenueType type = name.equals("ad_finished")
                ? RevenueType.AD
                : RevenueType.values()[new int[] {0, 0, 2, 3}[random.nextInt(4)]];
        return new Money(random.nextLong(20_000_000L), random.nextInt(3) == 0 ? "GBP" : "EUR", type);
    }

    /** The log, its rows added in an order of its own. */
    public EventLog log(int shardEvents, long shuffle) {
        Writing writing = new Writing(shardEvents);
        shuffled(shuffle).forEach(writing::add);
        return writing.builder.build().orElseThrow();
    }

    public List<Event> shuffled(long shuffle) {
        List<Event> rows = new ArrayList<>(events);
        Collections.shuffle(rows, new Random(shuffle));
        return rows;
    }

    /** A builder to which this history's events can be added, one after another. */
    public final class Writing {
        public final EventLogBuilder builder;
        private final RawEvent raw = new RawEvent();
        private final Map<Release, Integer> contexts = new HashMap<>();

        public Writing(int shardEvents) {
            builder = new EventLogBuilder(settings, shardEvents);
        }

        public void add(Event event) {
            raw.install = event.install();
            raw.account = event.account();
            raw.timeMillis = event.timeMillis();
            raw.receivedMillis = event.receivedMillis();
            raw.name = builder.nameCode(event.name());
            raw.context = contexts.computeIfAbsent(event.release(), this::context);
            raw.money = event.money();
            raw.clearValues();
            if (event.level() > 0) {
                raw.value(builder.numberColumn("level"), event.level());
            }
            if (event.fps() > 0) {
                raw.value(builder.numberColumn("fps"), event.fps());
            }
            if (!event.item().isEmpty()) {
                raw.value(builder.textColumn("item"), builder.textCode(builder.textColumn("item"), event.item()));
            }
            builder.add(raw);
        }

        private int context(Release release) {
            return builder.addContext(Map.of("platform", release.platform(), "app_version", release.version()));
        }
    }

    public LocalDate dayOf(Event event) {
        return settings.calendar().dayOf(Instant.ofEpochMilli(event.timeMillis()));
    }

    @Override
    public String toString() {
        return "history of seed " + seed;
    }
}
