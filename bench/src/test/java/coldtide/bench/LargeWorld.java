package coldtide.bench;

import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.log.EventLog;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.time.LocalDate;
import java.util.List;

/** A demo world with many people, made once for all tests that look for what happened in it. */
final class LargeWorld {
    static final LocalDate END = LocalDate.of(2026, 6, 28);
    /** Many: happening 1 is of one country's people on one platform in one release, and few of those pay. */
    private static final int PEOPLE = 90_000;

    static final Scenario SCENARIO = ScenarioFile.gullcombe().sized(PEOPLE, 26, END);

    private static final WorldLog.Settled MADE = WorldLog.settled(SCENARIO);

    static final EventLog LOG = MADE.log();

    static final List<Settlement> SETTLEMENTS = MADE.settlements();

    private LargeWorld() {}
}
