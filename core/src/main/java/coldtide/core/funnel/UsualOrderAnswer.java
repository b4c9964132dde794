package coldtide.core.funnel;

import java.util.List;

/**
 * The order in which most users do some steps for the first time.
 *
 * @param order the steps' places in the question, what comes first at first
 * @param agreed by pair of neighbours in it
 */
public record UsualOrderAnswer(List<Integer> order, List<Agreed> agreed) {
    public UsualOrderAnswer {
        order = List.copyOf(order);
        agreed = List.copyOf(agreed);
    }

    /** @param inOrder how many of those who did both did the first of them first, {@code both} how many did both */
    public record Agreed(long inOrder, long both) {}
}
