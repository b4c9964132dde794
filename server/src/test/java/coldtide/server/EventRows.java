package coldtide.server;

import java.time.LocalDate;
import java.util.Random;

/** A file of events at noon of days from 2 March 2026 on, row by row. */
public final class EventRows {
    private final StringBuilder csv;
    private final Random random;
    private int id;
    private int since;

    /** @param columns that every row has besides number, name, time, install and what was paid */
    public EventRows(long seed, String columns) {
        random = new Random(seed);
        csv = new StringBuilder("id,name,time,install,amount,currency,revenue_type," + columns + "\n");
    }

    /** Leaves rows of earlier days out; all others are as they would be beside them. */
    public EventRows since(int day) {
        since = day;
        return this;
    }

    public int random(int bound) {
        return random.nextInt(bound);
    }

    public void add(String name, int day, int person, String values) {
        row(name, day, person, ",,", values);
    }

    /** A finished advert that earned a cent. */
    public void addAdvert(int day, int person, String values) {
        row("ad_finished", day, person, "0.01,EUR,ad", values);
    }

    private void row(String name, int day, int person, String paid, String values) {
        String time = LocalDate.of(2026, 3, 2).plusDays(day) + "T12:%02d:00Z".formatted(random.nextInt(60));
        String row = String.join(",", Integer.toString(id++), name, time, "p" + person, paid, values);
        csv.append(day < since ? "" : row + '\n');
    }

    @Override
    public String toString() {
        return csv.toString();
    }
}
