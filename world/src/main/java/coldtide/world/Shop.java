package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Offer;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What one person buys, renews and gives back. */
final class Shop {
    private static final long MONTH_MILLIS = 30L * 86_400_000;

    /** Something paid for. */
    record Sale(String item, BigDecimal amount, String currency, boolean monthly) {
        Payment payment(boolean refund) {
            String type = refund ? "refund" : monthly ? "subscription" : "purchase";
            return new Payment(amount, currency, type);
        }
    }

    private final Plan plan;
    private final Draw draw;
    private final Country country;
    private final double willing;
    private final List<Sale> toRefund = new ArrayList<>();
    private Sale pass;
    private long passUntil;

    Shop(Plan plan, Draw draw, Country country) {
        this.plan = plan;
        this.draw = draw;
        this.country = country;
        willing = draw.chance(0.1) ? draw.between(0.5, 0.9) : 0.4;
    }

    Optional<Sale> buys(Install install, long now) {
        double stillWilling = 1;
        for (Happening change : install.touchedBy(Effect.PRICES, now)) {
            stillWilling *= change.willing();
        }
        if (!draw.chance(willing * stillWilling)) {
            return Optional.empty();
        }
        Offer offer = draw.pick(plan.scenario.offers(), Offer::weight);
        if (offer.monthly() && pass != null) {
            return Optional.empty();
        }
        double price = offer.price() * install.factor(Effect.PRICES, now);
        Sale sale =
                new Sale(offer.item(), plan.prices.tag(country.currency(), price), country.currency(), offer.monthly());
        if (offer.monthly()) {
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
