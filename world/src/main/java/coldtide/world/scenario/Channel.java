package coldtide.world.scenario;

import java.util.List;

/**
 * How a person came.
 *
 * @param weight share of arrivals, relative
 * @param leavingFactor on the chance of leaving: above 1 they leave sooner
 * @param costPerArrival what is paid for one of them, about, in the app's currency; 0 for nothing
 * @param campaigns those that run throughout, equally common
 */
public record Channel(
        String name,
        String medium,
        double weight,
        double leavingFactor,
        double costPerArrival,
        List<String> campaigns) {
    public Channel {
        name = Check.text("name", name);
        medium = Check.text("medium", medium);
        Check.positive("weight", weight);
        Check.positive("leavingFactor", leavingFactor);
        Check.within("costPerArrival", costPerArrival, 0, 1_000_000);
        campaigns = Check.list(campaigns);
    }
}
