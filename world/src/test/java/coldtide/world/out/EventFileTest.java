package coldtide.world.out;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.world.World;
import coldtide.world.scenario.Habits;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import coldtide.world.scenario.ScenarioRefused;
import java.io.IOException;
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

/** The three formats of one world, and what the network did to it, asked by SQL in an embedded engine. */
class EventFileTest {
    private static final Scenario SCENARIO = ScenarioFile.gullcombe().sized(3_000, 12, LocalDate.of(2026, 6, 28));

    @TempDir
    static Path folder;

    private static Connection connection;
    private static Wire.Count count;

    @BeforeAll
    static void eachFormatAsATable() throws IOException, SQLException {
        connection = DriverManager.getConnection("jdbc:duckdb:");
        World world = new World(SCENARIO);
        count = EventFile.write(world, folder.resolve("world.csv"));
        assertThat(EventFile.write(world, folder.resolve("world.ndjson"))).isEqualTo(count);
        assertThat(EventFile.write(world, folder.resolve("world.parquet"))).isEqualTo(count);
        try (Statement statement = connection.createStatement()) {
            statement.execute("create table csv as from read_csv('" + folder.resolve("world.csv")
                    + "', all_varchar = true, quote = '\"')");
            statement.execute("create table ndjson as from read_ndjson('" + folder.resolve("world.ndjson")
                    + "', columns = {id: 'VARCHAR', source: 'VARCHAR', name: 'VARCHAR', time: 'VARCHAR', sent: 'VARCHAR',"
                    + " received: 'VARCHAR', install: 'VARCHAR', account: 'VARCHAR', amount: 'VARCHAR', gpu: 'VARCHAR',"
                    + " x: 'DOUBLE', item: 'VARCHAR', campaign: 'VARCHAR'})");
            statement.execute("create view parquet as from '" + folder.resolve("world.parquet") + "'");
        }
    }

    @AfterAll
    static void close() throws SQLException {
        connection.close();
    }

    private static long number(String sql) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            row.next();
            return row.getLong(1);
        }
    }

    @Test
    void everyFormatSaysTheSame() throws SQLException {
        String said = "select coalesce(id, ''), source, coalesce(name, ''), time, sent, received, install,"
                + " coalesce(account, ''), coalesce(try_cast(amount as double)::varchar, amount, ''), gpu, x::double, coalesce(item, ''),"
                + " coalesce(campaign, '') from ";
        assertThat(number("select count(*) from csv")).isEqualTo(count.rows());
        for (String other : new String[] {"ndjson", "parquet"}) {
            assertThat(number("select count(*) from " + other)).isEqualTo(count.rows());
            assertThat(number("select count(*) from ((" + said + "csv) except all (" + said + other + "))"))
                    .as(other)
                    .isZero();
        }
    }

    @Test
    void whatComesTwiceIsWordForWordTheSame() throws SQLException {
        assertThat(count.twice()).isPositive();
        assertThat(number("select count(*) - count(distinct (source, id)) from csv"))
                .isEqualTo(count.twice());
        assertThat(number("select count(*) - (select count(*) from (select distinct * from csv)) from csv"))
                .isEqualTo(count.twice());
    }

    @Test
    void malformedRowsStandBesideGoodOnes() throws SQLException {
        assertThat(count.spoilt()).isPositive();
        assertThat(number("select count(*) from csv where id like '%-spoilt'")).isEqualTo(count.spoilt());
        assertThat(number("select count(*) from csv s where id like '%-spoilt' and not exists"
                        + " (select 1 from csv g where g.id = replace(s.id, '-spoilt', ''))"))
                .isZero();
    }

    @Test
    void someClocksAreHoursOffAndSayTheirTimesByIt() throws SQLException {
        String off = "select count(*) from (select install, min(off) as least, max(off) as most from (select install,"
                + " date_diff('second', received::timestamptz, sent::timestamptz) as off from csv where id not like"
                + " '%-spoilt') group by install) where ";
        assertThat(number(off + "least <> most"))
                .as("a clock is off by the same all the time")
                .isZero();
        assertThat(number(off + "abs(most) >= 3600")).isBetween(5L, 60L);
        assertThat(number(off + "most = 0")).isGreaterThan(2_000);
        assertThat(
                        number(
                                "select count(*) from csv where id not like '%-spoilt' and time::timestamptz > sent::timestamptz"))
                .isZero();
    }

    @Test
    void accountsChangeOnSomeDevicesAndSomeAccountsHaveTwo() throws SQLException {
        assertThat(number("select count(*) from (select install from csv where account not like 'keeper keeper%'"
                        + " group by install having count(distinct account) > 1)"))
                .isPositive();
        assertThat(number("select count(*) from (select account from csv where account <> ''"
                        + " group by account having count(distinct install) > 1)"))
                .isPositive();
    }

    @Test
    void aWorldWithoutFaultsHasNone() throws IOException, ScenarioRefused {
        Habits none = new Habits(0.35, 0, 0, 0, 0, 0, 0);
        long[] sent = {0};
        Wire wire = new Wire(none, fields -> sent[0]++);
        new World(SCENARIO.sized(100, 4, SCENARIO.end())).eachPerson(events -> events.forEach(wire::send));
        assertThat(wire.count()).isEqualTo(new Wire.Count(sent[0], 0, 0));
        assertThat(sent[0]).isPositive();
    }
}
