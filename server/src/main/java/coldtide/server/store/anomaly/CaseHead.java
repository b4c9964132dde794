package coldtide.server.store.anomaly;

import coldtide.server.store.StoredForms;
import java.time.LocalDate;

/**
 * What a list says of the last finding of a case.
 *
 * @param incident by which the watch names it
 * @param kind of the incident, as it is stored (see {@link StoredForms})
 * @param from its first day
 * @param to the day after its last one
 */
public record CaseHead(int caseId, int format, String incident, String kind, LocalDate from, LocalDate to) {}
