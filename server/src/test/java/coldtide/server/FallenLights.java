package coldtide.server;

/**
 * Two hundred people, each of whom watches about two adverts a day; from day 44 to day 63 those on one GPU watch a third of them, and half
 * of those on it live in one country.
 */
public final class FallenLights {
    public static final int FELL = 44;
    public static final int MENDED = 63;

    private FallenLights() {}

    /** A file of some days. */
    public static String events(int from, int to) {
        EventRows rows = new EventRows(7, "gpu,country,platform").since(from);
        for (int day = 0; day < to; day++) {
            for (int person = 0; person < 200; person++) {
                boolean guilty = person % 4 == 0;
                String country = guilty ? (person % 8 == 0 ? "BR" : "PT") : person % 7 == 0 ? "BR" : "PT";
                String who = (guilty ? "Nacre 5" : "Slate 3") + "," + country + ",android";
                rows.add("app_open", day, person, who);
                int adverts = 1 + rows.random(3);
                for (int advert = 0; advert < adverts; advert++) {
                    if (!guilty || day < FELL || day >= MENDED || rows.random(3) == 0) {
                        rows.addAdvert(day, person, who);
                    }
                }
            }
        }
        return rows.toString();
    }
}
