package coldtide.server.rows.file;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CsvLineTest {
    private static final List<String> FIELDS =
            List.of("", "a", "aa", "ab", "a,b", "say \"a\"", "two\nlines", "µ", "\uD83C\uDF0A", "long ".repeat(40));

    /** Lines that mostly repeat the one before, of differing lengths, against the library's own records. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void linesAreWhatTheLibraryReads(long seed) throws IOException {
        SplittableRandom random = new SplittableRandom(seed);
        StringWriter text = new StringWriter();
        try (CsvWriter csv = CsvWriter.builder().build(text)) {
            List<String> line = new ArrayList<>(List.of("a", "b", "c"));
            for (int i = 0; i < 500; i++) {
                line.set(random.nextInt(line.size()), FIELDS.get(random.nextInt(FIELDS.size())));
                if (random.nextInt(5) == 0 && line.size() > 2) {
                    line.remove(random.nextInt(line.size()));
                }
                if (random.nextInt(5) == 0) {
                    line.add(FIELDS.get(random.nextInt(FIELDS.size())));
                }
                csv.writeRecord(line);
            }
        }
        List<CsvLine> lines = CsvRows.parser(',').build(new CsvLine.Handler(), text.toString()).stream()
                .toList();
        List<CsvRecord> records =
                CsvRows.parser(',').ofCsvRecord(text.toString()).stream().toList();
        assertThat(lines)
                .isEqualTo(records.stream()
                        .map(record -> new CsvLine(record.getStartingLineNumber(), record.getFields()))
                        .toList());
        assertThat(lines).hasSizeGreaterThan(450);
    }

    @Test
    void aLineOfVeryManyFieldsTakesNoMoreRoomThanItMay() {
        String text = "a,b\n" + ",".repeat(1_000_000) + "\nc,d\n";
        List<CsvLine> lines =
                CsvRows.parser(',').build(new CsvLine.Handler(), text).stream().toList();
        assertThat(lines).extracting(line -> line.fields().size()).containsExactly(2, 16_385, 2);
    }
}
