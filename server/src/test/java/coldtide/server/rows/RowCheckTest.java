package coldtide.server.rows;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.log.rule.RevenueType;
import coldtide.server.rows.file.CsvRows;
import coldtide.server.store.app.App;
import coldtide.server.store.event.IncomingEvent;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class RowCheckTest {
    private static final Instant NOW = Instant.parse("2026-06-10T12:00:00Z");
    private static final App APP = new App("app", "App", ZoneId.of("Europe/Lisbon"), "EUR", 400);
    private static final List<String> HEADER = List.of(
            "id",
            "name",
            "time",
            "install",
            "received",
            "account",
            "source",
            "amount",
            "currency",
            "revenue_type",
            "platform",
            "country",
            "level",
            "note");

    static ImportFormat reading(List<String> header) {
        List<ImportFormat.Column> columns = header.stream()
                .map(name -> new ImportFormat.Column(name, ColumnMeaning.ofColumn(name), name))
                .toList();
        return new ImportFormat(
                ImportFormat.Format.CSV,
                false,
                "UTF-8",
                ",",
                true,
                TimeForm.ISO,
                "Europe/Lisbon",
                false,
                null,
                null,
                columns);
    }

    private static IncomingEvent read(String row) throws Exception {
        return read(List.of(row.split(",", -1)));
    }

    private static IncomingEvent read(List<String> cells) throws Exception {
        ImportFormat reading = reading(HEADER);
        return new RowCheck(reading, APP, NOW).event(CsvRows.row(reading, 2, cells));
    }

    @Test
    void everyColumnFindsItsPlace() throws Exception {
        IncomingEvent event = read("7, purchase ,2026-06-09T10:00:00+02:00,dev,2026-06-09T08:00:05Z,ada,shop,4.99,GBP,"
                + "subscription,ios,PT,5,hello");
        assertThat(event.id()).isEqualTo("7");
        assertThat(event.name()).isEqualTo("purchase");
        assertThat(event.time()).isEqualTo(Instant.parse("2026-06-09T08:00:00Z"));
        assertThat(event.received()).isEqualTo(Instant.parse("2026-06-09T08:00:05Z"));
        assertThat(event.source()).isEqualTo("shop");
        assertThat(event.account()).contains("ada");
        assertThat(event.context()).containsOnlyKeys("platform", "country").containsEntry("country", "PT");
        assertThat(event.money().orElseThrow().micros()).isEqualTo(4_990_000);
        assertThat(event.money().orElseThrow().type()).isEqualTo(RevenueType.SUBSCRIPTION);
        assertThat(event.properties())
                .containsEntry("level", new BigDecimal("5"))
                .containsEntry("note", "hello");
    }

    @Test
    void whatIsEmptyIsAbsentAndWhatIsNotSaidIsUsual() throws Exception {
        IncomingEvent event = read("7,app_open,2026-06-09T10:00:00Z,dev,,,,,,,,,,");
        assertThat(event.source()).isEqualTo("file");
        assertThat(event.received()).isEqualTo(NOW);
        assertThat(event.account()).isEmpty();
        assertThat(event.money()).isEmpty();
        assertThat(event.context()).isEmpty();
        assertThat(event.properties()).isEmpty();
        assertThat(read("7,purchase,2026-06-09T10:00:00Z,dev,,,,1,EUR,,,,,")
                        .money()
                        .orElseThrow()
                        .type())
                .isEqualTo(RevenueType.PURCHASE);
    }

    @ParameterizedTest
    @CsvSource({
        "2026-06-09T10:00:00Z,2026-06-09T10:00:00Z",
        "2026-06-09T10:00:00.123Z,2026-06-09T10:00:00.123Z",
        "2026-06-09 10:00:00,2026-06-09T09:00:00Z",
        "2026-06-09T10:00,2026-06-09T09:00:00Z",
        "2026-06-09T10:00:00-05:00,2026-06-09T15:00:00Z",
        "2026-06-09T10:00:00+05:30,2026-06-09T04:30:00Z",
        "2026-01-09 10:00:00,2026-01-09T10:00:00Z"
    })
    void timesAreReadWithTheirOffsetOrByTheClocksOfTheApp(String written, Instant meant) throws Exception {
        assertThat(read("7,app_open," + written + ",dev,,,,,,,,,,").time()).isEqualTo(meant);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-06-09T24:00:00Z",
                "2026-06-09T10:60:00Z",
                "2026-06-09T10:00:60Z",
                "2026-02-29T10:00:00Z",
                "2026-06-31T10:00:00Z",
                "2026-06-09T10:00:0xZ",
                "2026-06-09T10:00:00.Z"
            })
    void timesThatDoNotExistAreNone(String written) {
        assertThatThrownBy(() -> read("7,n," + written + ",d,,,,,,,,,,"))
                .isInstanceOf(RowFault.class)
                .hasMessageContaining("is no time");
    }

    @ParameterizedTest
    @CsvSource({"'07','07'", "1e5,1e5", "' a b ','a b'", "+5,+5", "True,True", "0x1F,0x1F", "NaN,NaN"})
    void whatOnlyLooksLikeANumberStaysText(String written, String kept) throws Exception {
        IncomingEvent event =
                read(List.of("7", "n", "2026-06-09T10:00:00Z", "d", "", "", "", "", "", "", "", "", written, ""));
        assertThat(event.properties()).containsEntry("level", kept);
    }

    @ParameterizedTest
    @CsvSource({"0", "-3", "12.50", "123456789012345678"})
    void numbersAreKeptExactly(String written) throws Exception {
        IncomingEvent event = read("7,n,2026-06-09T10:00:00Z,d,,,,,,,,," + written + ",");
        assertThat(event.properties().get("level")).isEqualTo(new BigDecimal(written));
    }

    @Test
    void truthValuesAreNoText() throws Exception {
        assertThat(read("7,n,2026-06-09T10:00:00Z,d,,,,,,,,,true,false").properties())
                .containsEntry("level", true)
                .containsEntry("note", false);
    }

    @Test
    void theLimitsOfTimeAreThoseOfTheApp() throws Exception {
        Instant oldest = NOW.minus(Duration.ofDays(400));
        assertThat(read("7,n," + oldest + ",d,,,,,,,,,,").time()).isEqualTo(oldest);
        assertThatThrownBy(() -> read("7,n," + oldest.minusSeconds(1) + ",d,,,,,,,,,,"))
                .isInstanceOf(RowFault.class)
                .hasMessageContaining("400 days");
        Instant ahead = NOW.plus(Duration.ofHours(24));
        assertThat(read("7,n," + ahead + ",d,,,,,,,,,,").time()).isEqualTo(ahead);
        assertThatThrownBy(() -> read("7,n," + ahead.plusSeconds(1) + ",d,,,,,,,,,,"))
                .hasMessageContaining("24 hours after");
        assertThatThrownBy(() -> read("7,n,2026-06-09T10:00:00Z,d," + ahead.plusSeconds(1) + ",,,,,,,,,"))
                .hasMessageContaining("24 hours ahead");
    }

    @Test
    void rowsOfOneInstallShareOneContext() throws Exception {
        RowCheck check = new RowCheck(reading(HEADER), APP, NOW);
        Row row = CsvRows.row(reading(HEADER), 2, List.of("7,n,2026-06-09T10:00:00Z,d,,,,,,,ios,PT,,".split(",", -1)));
        assertThat(check.event(row).context()).isSameAs(check.event(row).context());
    }
}
