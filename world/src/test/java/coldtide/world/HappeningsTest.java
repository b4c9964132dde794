package coldtide.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The truth of each happening in SQL on the generated files, in a world where all are on and in one where all are off. Of
 * happenings 3 and 4 see {@link WorldTest}.
 */
class HappeningsTest {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);
    private static final int PEOPLE = 14_000;

    @TempDir
    static Path folder;

    private static Connection connection;

    @BeforeAll
    static void bothWorldsAsTables() throws IOException, SQLException {
        connection = DriverManager.getConnection("jdbc:duckdb:");
        table("with_all", EnumSet.allOf(Happening.class));
        table("without", EnumSet.noneOf(Happening.class));
    }

    private static void table(String name, Set<Happening> happenings) throws IOException, SQLException {
        Path file = folder.resolve(name + ".csv");
        Scenario scenario = new Scenario(7, PEOPLE, 26, END, happenings);
        try (Writer out = Files.newBufferedWriter(file)) {
            WorldFile.write(new World(scenario), out);
        }
        try (Statement statement = connection.createStatement()) {
            statement.execute("set TimeZone = 'Europe/Lisbon'");
            statement.execute(
                    "create table " + name + " as select *, time::timestamptz::date as day from read_csv('" + file
                            + "', types = {'time': 'TIMESTAMPTZ', 'amount': 'DOUBLE', 'level': 'VARCHAR', 'account': 'VARCHAR'})");
        }
    }

    @AfterAll
    static void close() throws SQLException {
        connection.close();
    }

    private static double number(String world, String sql) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql.replace("$e", world))) {
            row.next();
            return row.getDouble(1);
        }
    }

    private static LocalDate begins(Happening happening) {
        return happening.begins(Scenario.of(1, 26, END));
    }

    /** Purchases for each pay sheet opened. */
    private static double bought(String world, String where) throws SQLException {
        return number(
                world,
                "select count(*) filter (name = 'purchase' and revenue_type = 'purchase')"
                        + " / count(*) filter (name = 'pay_sheet_opened') from $e where " + where);
    }

    @Test
    void thePaySheetFailsForOneCurrencyOnIos() throws SQLException {
        String there = "country = 'GB' and platform = 'ios' and app_version = '1.4.0'";
        assertThat(number("with_all", "select count(*) from $e where name = 'pay_sheet_opened' and " + there))
                .isGreaterThan(10);
        assertThat(number("with_all", "select count(*) from $e where revenue_type = 'purchase' and " + there))
                .isZero();
        assertThat(number("without", "select count(*) from $e where revenue_type = 'purchase' and " + there))
                .isPositive();
        assertThat(bought("with_all", "country = 'GB' and platform = 'android'"))
                .isPositive();
        assertThat(bought("with_all", "country = 'PT' and platform = 'ios'")).isPositive();
    }

    /** Share of a week's arrivals who came back on the day after. */
    private static double dayOne(String world, LocalDate from, String where) throws SQLException {
        return number(
                world,
                "with first as (select install, min(day) as day from $e where name <> 'push_received' and " + where
                        + " group by 1), back as (select distinct install, day from $e where name = 'app_open')"
                        + " select avg((b.install is not null)::int) from first f left join back b on b.install = f.install"
                        + " and b.day = f.day + 1 where f.day >= '" + from + "' and f.day < '" + from.plusDays(7)
                        + "'");
    }

    @Test
    void theBurstLowersTheWholeAndNoPart() throws SQLException {
        LocalDate week = begins(Happening.CAMPAIGN_BURST);
        String others = "channel <> 'harbour_video'";
        double before = dayOne("with_all", week.minusDays(7), "true");
        assertThat(dayOne("with_all", week, "true")).isLessThan(before - 0.03);
        assertThat(dayOne("with_all", week, others)).isBetween(before - 0.04, before + 0.12);
        assertThat(dayOne("without", week, "true")).isGreaterThan(dayOne("with_all", week, "true") + 0.03);
        double arrivals = number(
                "with_all",
                "select count(*) from $e where name = 'install' and channel = 'harbour_video' and day >= '" + week
                        + "' and day < '" + week.plusDays(7) + "'");
        assertThat(arrivals).isGreaterThan(PEOPLE * 0.04);
    }

    @Test
    void finishedAdvertsAreLostOnOnePlatformAndSettledAllTheSame() throws SQLException {
        String finished = "select count(*) filter (name = 'ad_finished') / count(*) filter (name = 'ad_shown') from $e"
                + " where app_version = '1.7.1' and platform = ";
        assertThat(number("with_all", finished + "'android'")).isZero();
        assertThat(number("with_all", finished + "'ios'")).isBetween(0.8, 1.0);
        assertThat(number("without", finished + "'android'")).isBetween(0.8, 1.0);
        double shown = number("with_all", "select count(*) from $e where name = 'ad_shown' and platform = 'android'");
        World world = new World(new Scenario(7, PEOPLE, 26, END, EnumSet.allOf(Happening.class)));
        double settled = world.settlements().stream()
                .filter(each -> each.platform().equals("android"))
                .mapToLong(Settlement::adverts)
                .sum();
        assertThat(settled / shown).isBetween(0.85, 0.95);
        assertThat(world.settlements()).allMatch(each -> each.amount().compareTo(BigDecimal.ZERO) > 0);
    }

    @Test
    void ndjsonSaysWhatCsvSays() throws IOException, SQLException {
        Path file = folder.resolve("with_all.ndjson");
        World world = new World(new Scenario(7, PEOPLE, 26, END, EnumSet.allOf(Happening.class)));
        try (Writer out = Files.newBufferedWriter(file)) {
            WorldFile.writeJson(world, out);
        }
        String said =
                "select count(*), sum(hash(id, name, install)), sum(round(amount * 1000000)::bigint), count(account),"
                        + " sum(round(x * 10)::bigint), count(gpu) from ";
        try (Statement statement = connection.createStatement();
                ResultSet row =
                        statement.executeQuery("select (select (t) from (" + said + "with_all) t) = (select (t) from ("
                                + said + "read_ndjson('" + file
                                + "', columns = {id: 'VARCHAR', name: 'VARCHAR', install: 'VARCHAR',"
                                + " amount: 'DOUBLE', account: 'VARCHAR', x: 'DOUBLE', gpu: 'VARCHAR'})) t)")) {
            row.next();
            assertThat(row.getBoolean(1)).isTrue();
        }
    }

    @Test
    void forTwoHoursNothingArrivesFromAnybody() throws SQLException {
        LocalDate day = begins(Happening.OUTAGE);
        String evening = "select count(*) from $e where time >= '" + day + " 19:30:00 Europe/Lisbon' and time < '" + day
                + " 21:30:00 Europe/Lisbon'";
        assertThat(number("with_all", evening)).isZero();
        assertThat(number("without", evening)).isGreaterThan(100);
        assertThat(number("with_all", "select count(distinct platform) from $e where day = '" + day + "'"))
                .isEqualTo(2);
    }

    @Test
    void theHolidayPeaksAndTheDaysAfterItSink() throws SQLException {
        LocalDate day = begins(Happening.HOLIDAY);
        assertThat(against(day, 7)).isGreaterThan(1.15);
        assertThat(against(day.plusDays(1), 7)).isLessThan(0.92);
        assertThat(against(day.plusDays(4), 7)).isBetween(0.9, 1.1);
    }

    /** Active installs of a day against the same weekday a week before. */
    private static double against(LocalDate day, int daysBefore) throws SQLException {
        return number(
                "with_all",
                "select count(distinct install) filter (day = '" + day + "') / count(distinct install) filter (day = '"
                        + day.minusDays(daysBefore) + "') from $e where name = 'app_open'");
    }

    @Test
    void higherPricesInOneRegionMeanFewerPurchasesAndMoreRevenue() throws SQLException {
        LocalDate day = begins(Happening.PRICE_CHANGE);
        String region = "country in ('BR', 'MX', 'AR', 'CL') and ";
        double price = number(
                "with_all",
                "select avg(amount) filter (day >= '" + day + "') / avg(amount) filter (day < '" + day
                        + "') from $e where item = 'lamp_oil_small' and name = 'purchase' and country = 'BR'");
        assertThat(price).isBetween(1.4, 1.6);
        String after = region + "day >= '" + day + "'";
        double fewer = bought("with_all", after) / bought("without", after);
        assertThat(fewer).isBetween(0.6, 0.97);
        assertThat(fewer * price).isGreaterThan(1.0);
        String elsewhere = "country in ('PT', 'DE', 'US') and day >= '" + day + "'";
        assertThat(bought("with_all", elsewhere) / bought("without", elsewhere)).isBetween(0.85, 1.15);
    }
}
