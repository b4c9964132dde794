package coldtide.core.anomaly;

import coldtide.core.anomaly.detect.Change;
import coldtide.core.time.DayRange;
import java.util.List;

/**
 * A drop of a monitored metric out of its expected range; an increase, for a metric of which more is worse.
 *
 * @param of the monitor
 * @param days of the drop
 * @param distance from the expected value, in standard errors
 * @param change average of a day, in the unit of the metric
 * @param portions for a metric that can be broken down: the values of which more is missing than their share, the largest first
 */
public record MonitorDrop(Monitor of, DayRange days, double distance, Change change, List<ValueShare> portions) {
    public MonitorDrop {
        portions = List.copyOf(portions);
    }

    MonitorDrop with(List<ValueShare> others) {
        return new MonitorDrop(of, days, distance, change, others);
    }
}
