package coldtide.core.change;

import java.util.List;

/**
 * How far a search for what fell has come.
 *
 * @param rates how many rates have been looked through, slice by slice
 * @param ofRates of how many
 * @param incidents those that are taken apart already, in no order
 * @param ofIncidents of how many; 0 while rates are still looked through
 */
public record Search(int rates, int ofRates, List<Incident> incidents, int ofIncidents) {}
