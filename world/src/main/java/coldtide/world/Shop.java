package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What one person buys, renews and gives back. */
final class Shop {
    private static final long MONTH_MILLIS = 30L * 86_400_000;
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
    private final List<Sale> toRefund = new ArrayList<>();
    private Sale pass;
    private long passUntil;

    Shop(Draw draw, Country country) {
        this.draw = draw;
        this.country = country;
        willing = draw.chance(0.08) ? draw.between(0.3, 0.9) : 0.03;
    }

    Optional<Sale> buys(long now) {
        if (!draw.chance(willing)) {
            return Optional.empty();
        }
        Offer offer = draw.pick(OFFERS, Offer::weight);
        if (offer.item().equals(PASS) && pass != null) {
            return Optional.empty();
        }
        Sale sale = new Sale(offer.item(), Rates.price(country.currency(), offer.euro()), country.currency());
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
