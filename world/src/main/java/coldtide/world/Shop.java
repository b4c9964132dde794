package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What one person buys, renews and gives back. */
final class Shop {
    private static final long MONTH_MILLIS = 30L * 86_400_000;
    private static final double PRICE_FACTOR = 1.5;
    private static final double STILL_WILLING = 0.82;
    private static final String PASS = "harbour_pass";

    /** Something paid for. */
    record Sale(String item, BigDecimal amount, String currency) {
        Payment payment(boolean refund) {
            String type = refund ? "refund" : item.equals(PASS) ? "subscription" : "purchase";
            return new Payment(amount, currency, type);
        }
    }

    private record Offer(String item, double euro, double weight) {}

    private static final List<Offer> OFFERS = List.of(
            new Offer("lamp_oil_small", 1.99, 50),
            new Offer("lamp_oil_large", 4.99, 25),
            new Offer("glass_pack", 9.99, 13),
            new Offer(PASS, 5.99, 12));

    private final Draw draw;
    private final Country country;
    private final double willing;
    private final long pricesChangeMillis;
    private final List<Sale> toRefund = new ArrayList<>();
    private Sale pass;
    private long passUntil;

    Shop(Scenario scenario, Draw draw, Country country) {
        boolean changes = scenario.has(Happening.PRICE_CHANGE) && country.pricesChange();
        pricesChangeMillis = changes
                ? scenario.startOfDay(Happening.PRICE_CHANGE.dayIndex(scenario)).toEpochMilli()
                : Long.MAX_VALUE;
        this.draw = draw;
        this.country = country;
        willing = draw.chance(0.08) ? draw.between(0.3, 0.9) : 0.03;
    }

    Optional<Sale> buys(long now) {
        boolean changed = now >= pricesChangeMillis;
        if (!draw.chance(changed ? willing * STILL_WILLING : willing)) {
            return Optional.empty();
        }
        Offer offer = draw.pick(OFFERS, Offer::weight);
        if (offer.item().equals(PASS) && pass != null) {
            return Optional.empty();
        }
        double euro = offer.euro() * (changed ? PRICE_FACTOR : 1);
        Sale sale = new Sale(offer.item(), Rates.price(country.currency(), euro), country.currency());
        if (offer.item().equals(PASS)) {
            pass = sale;
            passUntil = now + MONTH_MILLIS;
        } else if (draw.chance(0.03)) {
            toRefund.add(sale);
        }
        return Optional.of(sale);
    }

    /** The pass renews by the month, for as long as the person keeps it. */
    List<Sale> renewals(long now) {
        if (pass == null || now < passUntil) {
            return List.of();
        }
        Sale renewed = pass;
        passUntil += MONTH_MILLIS;
        pass = draw.chance(0.8) ? pass : null;
        return List.of(renewed);
    }

    /** Purchases given back, asked for at the next opening. */
    List<Sale> refunds() {
        List<Sale> refunds = List.copyOf(toRefund);
        toRefund.clear();
        return refunds;
    }
}
