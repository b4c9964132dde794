package coldtide.server.http;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;

/** CSV (RFC 4180) in UTF-8 as an answer. */
public final class CsvFile {
    private CsvFile() {}

    /**
     * Writes to an answer. To be flushed at the end and never closed: closing after a fault would end the answer as if it were whole;
     * left open, the fault is told in its place, or breaks the connection off.
     */
    public static CsvWriter to(OutputStream answer) {
        return CsvWriter.builder().build(new OutputStreamWriter(answer, StandardCharsets.UTF_8));
    }
}
