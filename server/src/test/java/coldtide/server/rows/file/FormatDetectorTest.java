package coldtide.server.rows.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.server.rows.ColumnMeaning;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.ImportFormat.Column;
import coldtide.server.rows.ImportFormat.Format;
import coldtide.server.rows.Row;
import coldtide.server.rows.TimeForm;
import coldtide.server.store.app.App;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FormatDetectorTest {
    private static final App APP = new App("app", "App", ZoneId.of("Europe/Lisbon"), "EUR", 4000);

    @TempDir
    Path folder;

    private Path file(byte[] content) throws IOException {
        return Files.write(folder.resolve("file"), content);
    }

    private Path file(String content) throws IOException {
        return file(content.getBytes(StandardCharsets.UTF_8));
    }

    private ImportFormat look(String content) throws Exception {
        return FormatDetector.detect(file(content), APP);
    }

    private static ColumnMeaning becomes(ImportFormat reading, String column) {
        return reading.columns().stream()
                .filter(each -> each.name().equals(column))
                .map(Column::becomes)
                .findFirst()
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({"',',44", "';',59", "'\t',9", "'|',124"})
    void theDelimiterIsFound(String delimiter, int code) throws Exception {
        String text = "id,name,time,install,note\n1,open,2026-06-01T10:00:00Z,a,\"one; two, three | four\tfive\"\n";
        ImportFormat reading = look(text.replace(",", delimiter));
        assertThat((int) reading.delimiter().charAt(0)).isEqualTo(code);
        assertThat(reading.missing()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252"})
    void theEncodingIsFoundAndTheTextReadRight(String encoding) throws Exception {
        String text = "name,time,install,city\nopen,2026-06-01T10:00:00Z,a,São João\n";
        Path file = file(text.getBytes(Charset.forName(encoding)));
        ImportFormat reading = FormatDetector.detect(file, APP);
        assertThat(reading.encoding()).isEqualTo(encoding);
        assertThat(FormatDetector.samples(file, reading, APP, 5)
                        .get(0)
                        .event()
                        .orElseThrow()
                        .context())
                .containsEntry("city", "São João");
    }

    @Test
    void aByteOrderMarkIsNoPartOfTheFirstName() throws Exception {
        ImportFormat reading = look("\uFEFFname,time,install\nopen,2026-06-01,a\n");
        assertThat(becomes(reading, "name")).isEqualTo(ColumnMeaning.NAME);
        assertThat(FormatDetector.samples(folder.resolve("file"), reading, APP, 5)
                        .get(0)
                        .fault())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "2026-06-01T10:00:00Z,ISO",
        "2026-06-01 10:00,ISO",
        "2026-06-01,ISO",
        "31.05.2026 10:00,DAY_FIRST",
        "31/05/2026,DAY_FIRST",
        "05/31/2026 10:00 PM,MONTH_FIRST",
        "2026/05/31 10:00:01,YEAR_FIRST",
        "1780308000,EPOCH_SECONDS",
        "1780308000123,EPOCH_MILLIS",
        "1780308000123456,EPOCH_MICROS"
    })
    void theFormOfTimesIsFound(String time, TimeForm form) throws Exception {
        ImportFormat reading = look("name,time,install\nopen," + time + ",a\n");
        assertThat(reading.times()).isEqualTo(form);
        assertThat(FormatDetector.samples(folder.resolve("file"), reading, APP, 5)
                        .get(0)
                        .fault())
                .isEmpty();
    }

    @Test
    void whereDayAndMonthCouldChangePlacesTheNarrowerSpanIsTaken() throws Exception {
        assertThat(look("name,time,who,install\na,05/01/2026,x,i\na,05/03/2026,x,i\na,05/08/2026,x,i\n")
                        .times())
                .isEqualTo(TimeForm.MONTH_FIRST);
        assertThat(look("name,time,who,install\na,01/05/2026,x,i\na,03/05/2026,x,i\na,08/05/2026,x,i\n")
                        .times())
                .isEqualTo(TimeForm.DAY_FIRST);
    }

    @ParameterizedTest
    @CsvSource({
        "31.05.2026 10:03:22.5,DAY_FIRST,2026-05-31T09:03:22.500Z",
        "05/31/2026 12:00 AM,MONTH_FIRST,2026-05-30T23:00:00Z",
        "05/31/2026 12:30 pm,MONTH_FIRST,2026-05-31T11:30:00Z",
        "2026-05-31T10:03:22+0200,ISO,2026-05-31T08:03:22Z",
        "2026-05-31 10:03:22 +02:00,ISO,2026-05-31T08:03:22Z",
        "2026-05-31T10:03Z,ISO,2026-05-31T10:03:00Z",
        "1.5,EPOCH_SECONDS,1970-01-01T00:00:01.500Z",
        "-1,EPOCH_MILLIS,1969-12-31T23:59:59.999Z"
    })
    void timesAreReadExactly(String text, TimeForm form, Instant meant) {
        assertThat(form.parse(text, ZoneId.of("Europe/Lisbon"))).isEqualTo(meant);
    }

    /** The quick reading of the usual form against the JDK's own parser, also where the text is spoilt. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void theQuickReadingOfTimesIsTheJdks(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 5000; i++) {
            StringBuilder text = new StringBuilder(Instant.ofEpochSecond(
                            random.nextLong(0, 4_000_000_000L), random.nextInt(3) * random.nextInt(1_000_000_000))
                    .toString());
            if (random.nextInt(3) == 0) {
                text.setCharAt(random.nextInt(text.length()), "0Z.:-9 T".charAt(random.nextInt(8)));
            }
            if (text.length() < 20 || text.charAt(10) != 'T' || !text.toString().endsWith("Z")) {
                continue;
            }
            assertThat(read(() -> TimeForm.ISO.parse(text.toString(), ZoneId.of("UTC"))))
                    .as("%s, seed %s", text, seed)
                    .isEqualTo(read(() -> java.time.OffsetDateTime.parse(text).toInstant()));
        }
    }

    private static String read(java.util.function.Supplier<Instant> reading) {
        try {
            return reading.get().toString();
        } catch (DateTimeException e) {
            return "refused";
        }
    }

    @Test
    void aFileWithoutAHeaderIsKnownByWhatStandsInIt() throws Exception {
        ImportFormat reading = look("2026-06-01T10:00:00Z,open,a\n2026-06-02T10:00:00Z,open,b\n");
        assertThat(reading.header()).isFalse();
        assertThat(reading.columns()).extracting(Column::name).containsExactly("column 1", "column 2", "column 3");
        assertThat(becomes(reading, "column 1")).isEqualTo(ColumnMeaning.TIME);
        assertThat(reading.missing().orElseThrow()).contains("No column says who");
    }

    @Test
    void namesThatStandTwiceOrAreEmptyAreToldApart() throws Exception {
        ImportFormat reading = look("id,name,time,install,id,\n1,open,2026-06-01,a,x,y\n");
        assertThat(reading.columns())
                .extracting(Column::name)
                .containsExactly("id", "name", "time", "install", "id 2", "column 6");
        assertThat(reading.missing()).isEmpty();
    }

    @Test
    void aListOfPurchasesIsKnownByItsWords() throws Exception {
        ImportFormat reading = look("Date;Customer;Value;Item\n03.06.2026;anna;1.234,50;lamp oil\n");
        assertThat(reading.eventName()).isEqualTo("purchase");
        assertThat(reading.currency()).isEqualTo("EUR");
        assertThat(reading.decimalComma()).isTrue();
        var event = FormatDetector.samples(folder.resolve("file"), reading, APP, 1)
                .get(0)
                .event()
                .orElseThrow();
        assertThat(event.money().orElseThrow().micros()).isEqualTo(1_234_500_000);
        assertThat(event.account()).contains("anna");
        assertThat(event.properties()).containsEntry("item", "lamp oil");
    }

    @Test
    void aListOfPurchasesInWordsNobodyToldUsIsKnownByWhatStandsInIt() throws Exception {
        ImportFormat reading = look("Bestelldatum;Kundennummer;Betrag;Waehrung;Artikel\n"
                + "25.07.2026 16:54;K0799;60,57;EUR;Glas\n"
                + "29.08.2026 11:11;K0823;1.066,60;EUR;Glas\n"
                + "30.08.2026 10:02;K0041;5,00;EUR;Seil\n");
        assertThat(becomes(reading, "Bestelldatum")).isEqualTo(ColumnMeaning.TIME);
        assertThat(becomes(reading, "Kundennummer")).isEqualTo(ColumnMeaning.ACCOUNT);
        assertThat(becomes(reading, "Betrag")).isEqualTo(ColumnMeaning.AMOUNT);
        assertThat(becomes(reading, "Waehrung")).isEqualTo(ColumnMeaning.CURRENCY);
        assertThat(becomes(reading, "Artikel")).isEqualTo(ColumnMeaning.PROPERTY);
        assertThat(reading.eventName()).isEqualTo("purchase");
        assertThat(reading.missing()).isEmpty();
    }

    @Test
    void whereTwoColumnsCouldSayWhoNobodyGuesses() throws Exception {
        ImportFormat reading =
                look("Tag;Gast;Filiale;Betrag\n25.07.2026;K1;F1;6,50\n26.07.2026;K2;F2;7,50\n27.07.2026;K3;F3;8,50\n");
        assertThat(becomes(reading, "Gast")).isEqualTo(ColumnMeaning.PROPERTY);
        assertThat(reading.missing().orElseThrow()).startsWith("No column says who.");
    }

    /** Boarding costs nothing and tickets do, so the column that tells them apart says what was done; the pier does not. */
    @ParameterizedTest
    @ValueSource(strings = {"vorgang", "what"})
    void whereOnlySomeRowsHaveAnAmountSomethingElseSaysWhatWasDone(String called) throws Exception {
        ImportFormat reading = look("when;passenger;pier;" + called + ";fare;currency\n"
                + "03/11/2026 08:12;P-001;North;boarded;;\n"
                + "03/11/2026 08:15;P-001;North;ticket;3,50;EUR\n"
                + "03/11/2026 09:01;P-002;South;boarded;;\n"
                + "25/11/2026 09:02;P-003;South;ticket;12,00;EUR\n");
        assertThat(reading.columns())
                .extracting(ImportFormat.Column::becomes)
                .containsExactly(
                        ColumnMeaning.TIME,
                        ColumnMeaning.ACCOUNT,
                        ColumnMeaning.PROPERTY,
                        ColumnMeaning.NAME,
                        ColumnMeaning.AMOUNT,
                        ColumnMeaning.CURRENCY);
        assertThat(reading.eventName()).isNull();
    }

    @Test
    void aValueThatIsNoMoneyStaysAProperty() throws Exception {
        ImportFormat reading = look("event,time,user,value\nscore,2026-06-01,a,17\n");
        assertThat(becomes(reading, "value")).isEqualTo(ColumnMeaning.PROPERTY);
    }

    @Test
    void aRowWithoutIdGetsOneFromItsContent() throws Exception {
        ImportFormat reading =
                look("name,time,install,level\nopen,2026-06-01,a,1\nopen,2026-06-01,a,1\nopen,2026-06-01,a,2\n");
        List<String> ids = FormatDetector.samples(folder.resolve("file"), reading, APP, 3).stream()
                .map(sample -> sample.event().orElseThrow().id())
                .toList();
        assertThat(ids.get(0)).hasSize(36).isNotEqualTo(ids.get(2));
        assertThat(ids.get(1)).as("the second of two equal rows").isEqualTo(ids.get(0) + "-2");
    }

    @Test
    void ndjsonIsFlattenedAndKeepsItsTypes() throws Exception {
        String line =
                "{\"id\":\"1\",\"event\":\"open\",\"time\":\"2026-06-01T10:00:00Z\",\"user\":{\"id\":7,\"name\":\"ada\"},"
                        + "\"device_id\":\"d\",\"score\":\"12\",\"level\":12.50,\"ok\":true,\"none\":null,\"list\":[1,2]}\n";
        ImportFormat reading = look(line + "{broken\n" + line.replace("\"1\"", "\"2\""));
        assertThat(reading.format()).isEqualTo(Format.NDJSON);
        List<FormatDetector.Sample> samples = FormatDetector.samples(folder.resolve("file"), reading, APP, 3);
        var event = samples.get(0).event().orElseThrow();
        assertThat(event.properties().get("score")).isEqualTo("12");
        assertThat(event.properties().get("level").toString()).isEqualTo("12.50");
        assertThat(event.properties()).containsEntry("ok", true).containsEntry("list", "[1,2]");
        assertThat(event.properties()).containsEntry("user.name", "ada").doesNotContainKey("none");
        assertThat(samples.get(1).fault().orElseThrow().getMessage()).contains("not valid JSON");
        assertThat(samples.get(2).event()).isPresent();
    }

    @Test
    void parquetIsReadWithItsTypes() throws Exception {
        Path parquet = folder.resolve("events.parquet");
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            statement.execute("copy (select i as id, 'open' as name, timestamptz '2026-06-01 10:00:00.5+00' as time,"
                    + " 'd' || i as install, i * 1.25 as level, i % 2 = 0 as ok, date '2026-06-02' as day,"
                    + " {'a': i} as nested from range(3) r(i)) to '" + parquet + "' (format parquet)");
        }
        ImportFormat reading = FormatDetector.detect(parquet, APP);
        assertThat(reading.format()).isEqualTo(Format.PARQUET);
        List<FormatDetector.Sample> samples = FormatDetector.samples(parquet, reading, APP, 9);
        assertThat(samples).hasSize(3);
        var event = samples.get(2).event().orElseThrow();
        assertThat(event.id()).isEqualTo("2");
        assertThat(event.time()).isEqualTo(Instant.parse("2026-06-01T10:00:00.500Z"));
        assertThat(event.properties().get("level").toString()).isEqualTo("2.50");
        assertThat(event.properties()).containsEntry("ok", true);
        Files.write(parquet, new byte[] {'P', 'A', 'R', '1', 1, 2, 3, 4, 'P', 'A', 'R', '1'});
        assertThatThrownBy(() -> FormatDetector.detect(parquet, APP))
                .isInstanceOf(FileRefused.class)
                .hasMessageContaining("could not be read as Parquet");
    }

    private Path packed(byte[] content, int times) throws IOException {
        Path file = folder.resolve("packed");
        try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(file))) {
            for (int i = 0; i < times; i++) {
                out.write(content);
            }
        }
        return file;
    }

    private static List<Row> rows(Path file, ImportFormat reading) throws Exception {
        List<Row> rows = new ArrayList<>();
        try (RowReader open = RowReader.open(file, reading)) {
            while (open.hasNext()) {
                rows.add(open.next());
            }
        }
        return rows;
    }

    @Test
    void gzipIsUnpackedAndATrapIsNot() throws Exception {
        Path good = packed("name,time,install\nopen,2026-06-01,a\n".getBytes(StandardCharsets.UTF_8), 1);
        ImportFormat reading = FormatDetector.detect(good, APP);
        assertThat(reading.gzip()).isTrue();
        assertThat(rows(good, reading)).hasSize(1);
        byte[] lines = "open,2026-06-01,a\n".repeat(50_000).getBytes(StandardCharsets.UTF_8);
        Path trap = packed(lines, 120);
        assertThatThrownBy(() -> rows(trap, reading))
                .isInstanceOf(FileRefused.class)
                .hasMessageContaining("200 times its size");
        byte[] half = Files.readAllBytes(packed(lines, 1));
        Path broken = Files.write(folder.resolve("broken"), java.util.Arrays.copyOf(half, half.length / 2));
        assertThatThrownBy(() -> rows(broken, reading)).hasMessageContaining("ends too early");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "PK\u0003\u0004xx|ZIP archive",
                "[{\"a\":1}]|JSON list",
                "{\"a\":1,|none of its first lines",
                "'   '|empty"
            })
    void whatIsNoTableOfEventsIsRefusedWithASentence(String content, String sentence) {
        assertThatThrownBy(() -> look(content)).isInstanceOf(FileRefused.class).hasMessageContaining(sentence);
    }

    @Test
    void aLineOfFiveMegabytesIsHeldBackAndTheNextIsRead() throws Exception {
        String good = "{\"event\":\"a\",\"time\":\"2026-06-01\",\"install\":\"i\"}\n";
        ImportFormat reading = look(good);
        List<Row> rows = rows(file(good + "{\"a\":\"" + "x".repeat(5 << 20) + "\"}\n" + good), reading);
        assertThat(rows).hasSize(3);
        assertThat(rows.get(1)).isInstanceOf(Row.Broken.class);
        assertThat(RowReader.kept(rows.get(1).content())).hasSizeLessThan(RowReader.LONGEST_CONTENT + 100);
        ImportFormat csv = look("name,time,install\nopen,2026-06-01,a\n");
        List<Row> lines = rows(
                file("name,time,install\nopen,2026-06-01,a\n" + "x".repeat(5 << 20) + "\nopen,2026-06-01,b\n"), csv);
        assertThat(lines).hasSize(3);
        assertThat(lines.get(1)).isInstanceOf(Row.Broken.class);
    }

    /** Files spoilt at random: looking at them and reading them ends, with rows or with a sentence. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void whateverStandsInAFileItIsReadToItsEndOrRefused(long seed) throws Exception {
        SplittableRandom random = new SplittableRandom(seed);
        for (int round = 0; round < 150; round++) {
            byte[] content = (random.nextBoolean()
                            ? "id,name,time,install\n1,open,2026-06-01T10:00:00Z,a\n2,\"x\",2026-06-01,b\n"
                            : "{\"id\":1,\"name\":\"a\",\"time\":\"2026-06-01\",\"install\":\"i\"}\n{\"id\":2}\n")
                    .getBytes(StandardCharsets.UTF_8);
            for (int hits = random.nextInt(12); hits > 0; hits--) {
                content[random.nextInt(content.length)] = (byte) (random.nextInt(4) == 0 ? '"' : random.nextInt(256));
            }
            Path file = file(content);
            try {
                ImportFormat reading = FormatDetector.detect(file, APP);
                FormatDetector.samples(file, reading, APP, 100);
                rows(file, reading);
            } catch (FileRefused refused) {
                assertThat(refused.getMessage())
                        .as("seed %s", seed)
                        .endsWith(".")
                        .hasSizeGreaterThan(20);
            }
        }
    }
}
