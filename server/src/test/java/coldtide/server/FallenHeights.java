package coldtide.server;

/** Two hundred people come every day and stand on a height of 5 to 7; in one country they stand on 1 from day 45 on. No headline figure falls. */
public final class FallenHeights {
    private static final int DAYS = 60;
    private static final int FELL = 45;

    private FallenHeights() {}

    /** A file of all days. */
    public static String events() {
        EventRows rows = new EventRows(3, "country,platform,height");
        for (int day = 0; day < DAYS; day++) {
            for (int person = 0; person < 200; person++) {
                boolean fell = person % 4 == 0 && day >= FELL;
                int height = 5 + rows.random(3);
                rows.add("app_open", day, person, (person % 4 == 0 ? "BR" : "PT") + ",android," + (fell ? 1 : height));
            }
        }
        return rows.toString();
    }
}
