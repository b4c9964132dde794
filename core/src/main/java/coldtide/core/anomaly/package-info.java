/**
 * Sudden changes in a log. In: an event log, releases, monitors and settlements. Out: incidents, each with its cause
 * and its evidence. Start with {@code Changes}, which runs the search; {@code Diagnosis} explains one incident. Uses
 * {@code counts}, {@code detect} and {@code explain}, and the other packages of core; they do not know it.
 */
package coldtide.core.anomaly;
