package coldtide.core.measure;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Question for metrics: metrics and formulas by period of a range, split into groups.
 *
 * @param compared an earlier range of as many days, asked in the same way; nothing for none
 * @param measures 1 to {@link #MOST_MEASURES}, of different names; sizes of groups are by the users of the first
 * @param formulas computed of the measures by their names, and of {@code active}, the group's active users
 * @param only which events of those are looked at, active ones too: a filter over the whole question
 * @param among the users whose events are looked at
 * @param splits up to {@link #MOST_SPLITS}, each within the one before
 */
public record MeasureQuestion(
        DayRange range,
        Optional<DayRange> compared,
        Step step,
        Accumulation course,
        List<Measure> measures,
        List<Formula> formulas,
        EventCondition only,
        PersonCondition among,
        List<Split> splits) {
    public static final int MOST_MEASURES = 6;
    public static final int MOST_SPLITS = 3;
    /** Twenty years of weeks, three of days, six weeks of hours. */
    public static final int MOST_PERIODS = 1_100;

    /** By which formulas know the active users of a group. */
    public static final String ACTIVE = "active";

    public MeasureQuestion {
        requireNonNull(range, "range");
        requireNonNull(compared, "compared");
        requireNonNull(step, "step");
        requireNonNull(course, "course");
        requireNonNull(only, "only");
        requireNonNull(among, "among");
        measures = List.copyOf(measures);
        formulas = List.copyOf(formulas);
        splits = List.copyOf(splits);
        between("measures", 1, measures.size(), MOST_MEASURES);
        between("formulas", 0, formulas.size(), MOST_MEASURES);
        between("splits", 0, splits.size(), MOST_SPLITS);
        long periods =
                step.grain().map(grain -> (long) range.periods(grain).size()).orElse(24L * range.days());
        if (periods > MOST_PERIODS) {
            throw new QuestionFault(
                    "range",
                    "The range has " + periods + " periods; at most " + MOST_PERIODS
                            + " are counted. Choose a longer period or a shorter range.");
        }
        DayRange asked = range;
        compared.filter(other -> !other.isAsLongAs(asked)).ifPresent(other -> {
            throw new QuestionFault(
                    "compared",
                    "The range compared with has " + other.days() + " days and the range asked" + " about "
                            + asked.days() + "; they must be as long as each other, or as many whole months.");
        });
        names(measures, formulas);
        if (course.kind() != Accumulation.Kind.EACH) {
            measures.stream()
                    .filter(measure -> !measure.kind().adds())
                    .findFirst()
                    .ifPresent(measure -> {
                        throw new QuestionFault(
                                "course",
                                "The measure \"" + measure.name() + "\" can only be read period by"
                                        + " period: several periods cannot be taken together without each of its values.");
                    });
        }
    }

    private static void between(String what, int least, int number, int most) {
        if (number < least || number > most) {
            throw new QuestionFault(
                    what, "A question has " + least + " to " + most + " " + what + ", not " + number + ".");
        }
    }

    private static void names(List<Measure> measures, List<Formula> formulas) {
        Set<String> names = new HashSet<>();
        for (int at = 0; at < measures.size(); at++) {
            once(names, measures.get(at).name(), "measures[" + at + "].name");
        }
        Set<String> known = new HashSet<>(names);
        known.add(ACTIVE);
        for (int at = 0; at < formulas.size(); at++) {
            Formula formula = formulas.get(at);
            String place = "formulas[" + at + "]";
            once(names, formula.name(), place + ".name");
            formula.unknown(known).ifPresent(name -> {
                throw new QuestionFault(
                        place + ".text",
                        "Unknown name \"" + name + "\" in the formula \"" + formula.text() + "\". You can use "
                                + String.join(", ", known.stream().sorted().toList()) + ".");
            });
        }
    }

    private static void once(Set<String> names, String name, String place) {
        if (!names.add(name)) {
            throw new QuestionFault(place, "Two measures are called \"" + name + "\".");
        }
    }

    MeasureQuestion over(DayRange other) {
        return new MeasureQuestion(other, Optional.empty(), step, course, measures, formulas, only, among, splits);
    }
}
