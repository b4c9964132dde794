package coldtide.world.scenario;

/**
 * What the shop sells.
 *
 * @param price in the app's currency
 * @param weight share of purchases, relative
 * @param monthly whether it renews by the month, as a subscription
 */
public record Offer(String item, double price, double weight, boolean monthly) {
    public Offer {
        item = Check.text("item", item);
        Check.positive("price", price);
        Check.positive("weight", weight);
    }
}
