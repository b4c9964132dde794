package coldtide.core.extract;

import java.util.List;

/** Some of the events in order. @param events how many pass in all */
public record ExtractPage(long events, List<ExtractRow> rows) {
    public ExtractPage {
        rows = List.copyOf(rows);
    }
}
