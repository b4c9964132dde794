package coldtide.e2e;

import java.time.LocalDate;
import java.util.Random;

/** A file of events at noon of days from 2 March 2026 on, row by row. */
final class EventRows {
    private final StringBuilder csv;
    private final Random random;
    private int id;

    /** @param columns that every row has besides number, name, time, install and what was paid */
    EventRows(long seed, String columns) {
        random = new Random(seed);
        csv = new StringBuilder("id,name,time,install,amount,currency,revenue_type," + columns + "\n");
    }

    int random(int bound) {
        return random.nextInt(bound);
    }

    void add(String name, int day, int person, String values) {
        row(name, day, person, ",,", values);
    }

    /** A finished advert that earned a cent. */
    void addAdvert(int day, int person, String values) {
        row("ad_finished", day, person, "0.01,EUR,ad", values);
    }

    private void row(String name, int day, int person, String paid, String values) {
        String time = LocalDate.of(2026, 3, 2).plusDays(day) + "T12:%02d:00Z".formatted(random.nextInt(60));
        csv.append(String.join(",", Integer.toString(id++), name, time, "p" + person, paid, values))
                .append('\n');
    }

    @Override
    public String toString() {
        return csv.toString();
    }
}
