package coldtide.core.retention;

import coldtide.core.retention.RetentionAnswer.Step;
import java.util.List;

/**
 * Whether a curve has flattened: from some age on, every step to the next loses less than a tolerance, the whole interval of it.
 *
 * @param tolerance share of all members, such as 0.01
 * @param from the age from which it is flat; of no meaning if it is not
 * @param last the last step known
 */
public record Flattening(Kind kind, double tolerance, int from, Step last) {
    /** Steps in a row that make a curve flat; one alone may be chance. */
    public static final int LEAST_STEPS = 2;

    /** What can be said. */
    public enum Kind {
        FLAT,
        /** The last step surely loses more than nothing, and not surely less than the tolerance. */
        FALLING,
        /** Its interval holds both no loss at all and one above the tolerance, or too few steps are below it. */
        UNTOLD
    }

    /** @param steps ascending; not empty */
    public static Flattening of(List<Step> steps, double tolerance) {
        int flat = steps.size();
        while (flat > 0 && isFlat(steps.get(flat - 1), tolerance)) {
            flat--;
        }
        Step last = steps.get(steps.size() - 1);
        if (steps.size() - flat >= LEAST_STEPS) {
            return new Flattening(Kind.FLAT, tolerance, steps.get(flat).to() - 1, last);
        }
        boolean falls = flat == steps.size() && last.loss().low() > 0;
        return new Flattening(falls ? Kind.FALLING : Kind.UNTOLD, tolerance, 0, last);
    }

    private static boolean isFlat(Step step, double tolerance) {
        return step.loss().high() < tolerance;
    }
}
