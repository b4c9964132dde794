package coldtide.world;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.world.out.EventFile;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The truth of each happening in SQL on the generated files, in a world where all are on and in one where all are off. */
class HappeningsTest {
    private static final LocalDate END = LocalDate.of(2026, 6, 28);
    private static final int PEOPLE = 14_000;
    private static final Scenario ALL =
            ScenarioFile.gullcombe().sized(PEOPLE, 26, END).withSeed(7);

    @TempDir
    static Path folder;

    private static Connection connection;

    @BeforeAll
    static void bothWorldsAsTables() throws IOException, SQLException {
        connection = DriverManager.getConnection("jdbc:duckdb:");
        table("with_all", ALL);
        table("without", ALL.quiet());
        table("old_prices", ALL.without("price_change"));
    }

    /** The file as a careful reader would load it: clocks set right, what came twice once, malformed rows left out. */
    private static void table(String name, Scenario scenario) throws IOException, SQLException {
        Path file = folder.resolve(name + ".csv");
        EventFile.write(new World(scenario), file);
        try (Statement statement = connection.createStatement()) {
            statement.execute("set TimeZone = 'Europe/Lisbon'");
            statement.execute("create table " + name + " as select distinct on (source, id)"
                    + " * replace (time::timestamptz - (sent::timestamptz - received::timestamptz) as time,"
                    + " amount::double as amount), (time)::date as day from read_csv('" + file
                    + "', all_varchar = true, quote = '\"') where id not like '%-spoilt'");
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

    private static LocalDate begins(String happening) {
        return ALL.firstDay().plusDays(ALL.happening(happening).starts().day());
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
        LocalDate week = begins("campaign_burst");
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

    /** Share of people who came back on the day after, by whether they arrived on a release with the shorter lesson. */
    private static double dayOneOfVersions(String world, String versions) throws SQLException {
        return number(
                world,
                "with first as (select install, min(day) as day, arg_min(app_version, time) as version from $e"
                        + " where name <> 'push_received' group by 1), back as (select distinct install, day from $e"
                        + " where name = 'app_open') select avg((b.install is not null)::int) from first f left join back b"
                        + " on b.install = f.install and b.day = f.day + 1 where f.day < '" + END + "' and version "
                        + versions);
    }

    @Test
    void aShorterFirstLessonKeepsMoreOfThoseWhoArriveOnIt() throws SQLException {
        double lift = dayOneOfVersions("with_all", ">= '1.5.0'") - dayOneOfVersions("with_all", "< '1.5.0'");
        double without = dayOneOfVersions("without", ">= '1.5.0'") - dayOneOfVersions("without", "< '1.5.0'");
        assertThat(lift).isBetween(0.06, 0.22);
        assertThat(without).isBetween(-0.025, 0.025);
    }

    /** Mean frame rate of some samples against that of the same family at other times and places. */
    private static double framesAgainstUsual(String world, String where) throws SQLException {
        String family = "from $e where name = 'frame_sample' and gpu = 'Nacre 5' and ";
        return number(world, "select avg(fps::double) " + family + where)
                / number(world, "select avg(fps::double) " + family + "app_version < '1.6.0'");
    }

    @Test
    void theLightningHalvesFramesOfOneFamilyAtOneStairAndCountriesOnlyLookGuilty() throws SQLException {
        String hurt = "app_version in ('1.6.0', '1.7.1') and ";
        String stair = "level = '5' and x::double between 56 and 68 and y::double between 18 and 30";
        assertThat(framesAgainstUsual("with_all", hurt + stair)).isBetween(0.45, 0.55);
        assertThat(framesAgainstUsual("with_all", hurt + "level <> '5'")).isBetween(0.97, 1.03);
        assertThat(framesAgainstUsual("without", hurt + "level = '5'")).isBetween(0.95, 1.05);
        String lit = "select count(*) filter (name = 'beacon_lit') / count(*) filter (name = 'beacon_started') from $e"
                + " where level = '5' and " + hurt;
        assertThat(number("with_all", lit + "gpu = 'Nacre 5' and country not in ('BR', 'ID')"))
                .as("the family is hurt everywhere")
                .isLessThan(0.15);
        assertThat(number("with_all", lit + "gpu <> 'Nacre 5' and country in ('BR', 'ID')"))
                .as("people there on other devices are fine")
                .isGreaterThan(0.3);
        String share =
                "select count(distinct install) filter (gpu = 'Nacre 5') / count(distinct install) from $e where";
        assertThat(number("with_all", share + " country in ('BR', 'ID')"))
                .isGreaterThan(2 * number("with_all", share + " country not in ('BR', 'ID')"));
    }

    @Test
    void finishedAdvertsAreLostOnOnePlatformAndSettledAllTheSame() throws SQLException {
        String finished = "select count(*) filter (name = 'ad_finished') / count(*) filter (name = 'ad_shown') from $e"
                + " where app_version = '1.7.1' and platform = ";
        assertThat(number("with_all", finished + "'android'")).isZero();
        assertThat(number("with_all", finished + "'ios'")).isBetween(0.8, 1.0);
        assertThat(number("without", finished + "'android'")).isBetween(0.8, 1.0);
        double shown = number("with_all", "select count(*) from $e where name = 'ad_shown' and platform = 'android'");
        World world = new World(ALL);
        double settled = world.settlements().stream()
                .filter(each -> each.platform().equals("android"))
                .mapToLong(Settlement::adverts)
                .sum();
        assertThat(settled / shown).isBetween(0.85, 0.95);
        assertThat(world.settlements()).allMatch(each -> each.amount().compareTo(BigDecimal.ZERO) > 0);
    }

    @Test
    void forTwoHoursNothingArrivesFromAnybody() throws SQLException {
        LocalDate day = begins("outage");
        String evening = "select count(*) from $e where time >= '" + day + " 19:30:00 Europe/Lisbon' and time < '" + day
                + " 21:30:00 Europe/Lisbon'";
        assertThat(number("with_all", evening)).isZero();
        assertThat(number("without", evening)).isGreaterThan(100);
        assertThat(number("with_all", "select count(distinct platform) from $e where day = '" + day + "'"))
                .isEqualTo(2);
    }

    @Test
    void theHolidayPeaksAndTheDaysAfterItSink() throws SQLException {
        LocalDate day = begins("holiday");
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
        LocalDate day = begins("price_change");
        double price = number(
                "with_all",
                "select avg(amount) filter (day >= '" + day + "') / avg(amount) filter (day < '" + day
                        + "') from $e where item = 'lamp_oil_small' and name = 'purchase' and country = 'BR'");
        assertThat(price).isBetween(2.2, 2.6);
        String bought = "select count(*) from $e where revenue_type = 'purchase' and day >= '" + day + "' and ";
        String region = "country in ('BR', 'MX', 'AR', 'CL')";
        double fewer = number("with_all", bought + region) / number("old_prices", bought + region);
        assertThat(fewer).isBetween(0.42, 0.75);
        assertThat(fewer * price).isGreaterThan(1.0);
        String elsewhere = bought + "not " + region;
        assertThat(number("with_all", elsewhere)).isEqualTo(number("old_prices", elsewhere));
    }
}
