package coldtide.core.retention;

import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.stats.Share;
import coldtide.core.stats.ShiftedBetaGeometric;
import coldtide.core.stats.ShiftedBetaGeometric.Left;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How a pooled curve would go on, by the {@link ShiftedBetaGeometric shifted-beta-geometric} model fitted to its complete ages, and how
 * well the first half of them would have foretold the second.
 *
 * @param from the first age that is not complete; beyond the last asked for if all are
 * @param ahead from that age to the last asked for
 * @param test how the first half foretold the second; empty where the first half has fewer than {@link #LEAST} ages
 */
public record Projection(
        double alpha, double beta, double spread, int from, List<Left> ahead, Optional<BackTest> test) {
    /** Two parameters need more than two ages. */
    public static final int LEAST = 3;

    public Projection {
        ahead = List.copyOf(ahead);
    }

    /**
     * @param from the first age foretold
     * @param foretold by age from it
     * @param meanError mean distance from what came, as a share
     * @param worst the largest distance
     */
    public record BackTest(int from, List<Left> foretold, double meanError, double worst) {
        public BackTest {
            foretold = List.copyOf(foretold);
        }
    }

    /**
     * @param pooled by age from 0, where all users are there at age 0 by definition
     * @return nothing if fewer than {@link #LEAST} ages after 0 are complete
     */
    public static Optional<Projection> of(List<Pooled> pooled) {
        List<Share> known = new ArrayList<>();
        for (int age = 1; age < pooled.size() && pooled.get(age).share().isPresent(); age++) {
            known.add(pooled.get(age).share().orElseThrow());
        }
        if (known.size() < LEAST) {
            return Optional.empty();
        }
        ShiftedBetaGeometric model = fitted(known);
        List<Left> ahead = new ArrayList<>();
        for (int age = known.size() + 1; age < pooled.size(); age++) {
            ahead.add(model.at(age));
        }
        return Optional.of(
                new Projection(model.alpha(), model.beta(), model.spread(), known.size() + 1, ahead, test(known)));
    }

    private static ShiftedBetaGeometric fitted(List<Share> known) {
        int[] ages = new int[known.size()];
        double[] back = new double[ages.length];
        double[] people = new double[ages.length];
        for (int i = 0; i < ages.length; i++) {
            ages[i] = i + 1;
            back[i] = known.get(i).part();
            people[i] = known.get(i).whole();
        }
        return ShiftedBetaGeometric.ofShares(ages, back, people);
    }

    private static Optional<BackTest> test(List<Share> known) {
        int half = (known.size() + 1) / 2;
        if (half < LEAST || known.size() == half) {
            return Optional.empty();
        }
        ShiftedBetaGeometric model = fitted(known.subList(0, half));
        List<Left> foretold = new ArrayList<>();
        double sum = 0;
        double worst = 0;
        for (int i = half; i < known.size(); i++) {
            Left left = model.at(i + 1);
            double off = Math.abs(left.share() - known.get(i).value());
            foretold.add(left);
            sum += off;
            worst = Math.max(worst, off);
        }
        return Optional.of(new BackTest(half + 1, foretold, sum / foretold.size(), worst));
    }
}
