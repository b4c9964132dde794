package coldtide.server.store.definition;

import coldtide.server.store.StoredForms;
import java.time.Instant;

/**
 * Evidence without its answer.
 *
 * @param format of its answer (see {@link StoredForms})
 * @param findings a list of texts as JSON
 */
public record EvidenceHead(
        int id,
        int format,
        String room,
        String address,
        String question,
        Instant watermark,
        String findings,
        Instant kept,
        String keptBy) {}
