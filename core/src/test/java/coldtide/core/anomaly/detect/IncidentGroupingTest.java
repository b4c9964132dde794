package coldtide.core.anomaly.detect;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.anomaly.detect.RuledOutGroup.Fate;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class IncidentGroupingTest {
    private static final List<PropertyValue> ANDROID = List.of(new PropertyValue("platform", "android"));
    private static final List<PropertyValue> NACRE = List.of(new PropertyValue("gpu", "Nacre 5"));
    private static final List<PropertyValue> EVERYBODY = List.of();

    private static Change change(double part, double low, double high) {
        return new Change(1000, 1000, 1000 * (1 + part), part, low, high);
    }

    private static Drop drop(
            Figure figure, List<PropertyValue> slice, int from, int to, double distance, double ofAll) {
        LocalDate first = LocalDate.of(2026, 1, 1);
        return new Drop(
                figure,
                slice,
                List.of(),
                new DayRange(first.plusDays(from), first.plusDays(to)),
                distance,
                change(-0.5, -0.6, -0.4),
                ofAll,
                Change.UNKNOWN,
                List.of(),
                List.of(),
                10,
                true);
    }

    @Test
    void aFallOfEverybodyBelongsToTheSliceThatExplainsIt() {
        Drop slice = drop(Figure.AD_REVENUE, ANDROID, 50, 70, -30, 0.5);
        Drop all = drop(Figure.AD_REVENUE, EVERYBODY, 48, 69, -8, 0.45);
        assertThat(IncidentGrouping.group(List.of(all, slice))).containsExactly(List.of(slice, all));
    }

    @Test
    void aSmallSliceDoesNotTakeTheFallOfEverybodyToItself() {
        Drop slice = drop(Figure.ACTIVE_PEOPLE, NACRE, 50, 58, -5, 0.01);
        Drop all = drop(Figure.ACTIVE_PEOPLE, EVERYBODY, 50, 52, -7, 0.26);
        assertThat(IncidentGrouping.group(List.of(all, slice))).containsExactly(List.of(slice), List.of(all));
    }

    @Test
    void figuresOfOneSliceAreOneIncidentAndSlicesApartAreTwo() {
        Drop people = drop(Figure.ACTIVE_PEOPLE, NACRE, 50, 70, -20, 0.1);
        Drop adverts = drop(Figure.AD_REVENUE, NACRE, 45, 60, -9, 0.1);
        Drop others = drop(Figure.AD_REVENUE, ANDROID, 50, 70, -30, 0.5);
        assertThat(IncidentGrouping.group(List.of(people, adverts, others)))
                .containsExactly(List.of(others), List.of(people, adverts));
    }

    @Test
    void fallsOfEverybodyThatBeginTogetherAreOneAndLaterOnesAreNot() {
        Drop people = drop(Figure.ACTIVE_PEOPLE, EVERYBODY, 50, 52, -7, 0.3);
        Drop installs = drop(Figure.INSTALLS, EVERYBODY, 51, 52, -6, 0.4);
        Drop buyers = drop(Figure.PURCHASES, EVERYBODY, 51, 80, -5, 0.4);
        Drop later = drop(Figure.PURCHASES, EVERYBODY, 90, 95, -5, 0.4);
        assertThat(IncidentGrouping.group(List.of(later, buyers, installs, people)))
                .containsExactly(List.of(people, installs, buyers), List.of(later));
    }

    @Test
    void whatFellLeadsAndNotThoseWhoWentForIt() {
        Drop quiet = drop(Figure.GONE_QUIET, EVERYBODY, 50, 51, -9, 1.2);
        Drop people = drop(Figure.ACTIVE_PEOPLE, EVERYBODY, 50, 52, -7, 0.3);
        assertThat(IncidentGrouping.group(List.of(quiet, people))).containsExactly(List.of(people, quiet));
    }

    private static Fate fate(Change alone) {
        Change fell = change(-0.6, -0.65, -0.55);
        return new RuledOutGroup(NACRE, fell, alone, fell, fell, fell).fate();
    }

    @Test
    void aSuspectIsRuledOutOnlyIfItIsToldThatItDidNotFallAsFar() {
        assertThat(fate(change(0.01, -0.1, 0.12))).isEqualTo(Fate.RULED_OUT);
        assertThat(fate(change(-0.2, -0.3, -0.1))).isEqualTo(Fate.FELL_TOO);
        assertThat(fate(change(-0.2, -0.7, 0.9))).isEqualTo(Fate.NOT_TOLD_APART);
        assertThat(fate(Change.UNKNOWN)).isEqualTo(Fate.NOT_TOLD_APART);
    }
}
