package coldtide.core.anomaly;

import java.util.List;

/**
 * Progress of a search for drops.
 *
 * @param rates how many rates have been looked through, slice by slice
 * @param ofRates of how many
 * @param incidents those that are taken apart already, in no order
 * @param ofIncidents of how many; 0 while rates are still looked through
 */
public record SearchProgress(int rates, int ofRates, List<Incident> incidents, int ofIncidents) {}
