package coldtide.core.measure;

import coldtide.core.time.Grain;
import java.util.Optional;

/** The period by which a measure is read. */
public enum Step {
    HOUR(null),
    DAY(Grain.DAY),
    WEEK(Grain.WEEK),
    MONTH(Grain.MONTH);

    private final Grain grain;

    Step(Grain grain) {
        this.grain = grain;
    }

    /** Of civil days; hours have none. */
    Optional<Grain> grain() {
        return Optional.ofNullable(grain);
    }
}
