package coldtide.core.funnel.dropoff;

import coldtide.core.funnel.FunnelAnswer.Times;
import coldtide.core.funnel.FunnelAnswer.Versus;
import java.util.List;
import java.util.Optional;

/**
 * Answer about drop-off: the next events of units after the step before the one asked about. Only activity counts as done.
 *
 * @param lost those who did not get to the step, {@code wentOn} those who did
 * @param done every event that any of them did then, what most of the lost did first
 */
public record AfterAnswer(Side lost, Side wentOn, List<Done> done) {
    public AfterAnswer {
        done = List.copyOf(done);
    }

    /**
     * What became of some units.
     *
     * @param nothing of how many nothing more was seen as far as it was looked; the other three tell them apart
     * @param later came back after that
     * @param uninstalled had uninstalled before they did anything else
     * @param never not seen since
     * @param stayed how long it was from that step to the last that was seen of them; nothing for those of whom nothing was
     */
    public record Side(long units, long nothing, long later, long uninstalled, long never, Times stayed) {}

    /**
     * One event.
     *
     * @param lostNext how many of the lost did it next, {@code wentOnNext} of those who went on
     * @param lost how many of the lost did it at all, {@code wentOn} of those who went on
     * @param versus the shares that did it at all, with the difference corrected for all events; empty where they are too few
     */
    public record Done(String event, long lostNext, long wentOnNext, long lost, long wentOn, Optional<Versus> versus) {}
}
