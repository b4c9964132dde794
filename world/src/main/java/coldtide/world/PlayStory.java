package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import coldtide.world.scenario.Country;
import coldtide.world.scenario.Effect;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Place;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a person does while the game is open: the lesson, beacons, adverts, the shop. */
final class PlayStory {
    /** The chance of leaving for good on the day after a crash. */
    private static final double LEAVES_AFTER_CRASH = 0.3;

    private final Plan plan;
    private final Draw draw;
    private final Diary diary;
    private final Country country;
    private final Shop shop;
    private final boolean shortLesson;
    private final double advertTaste;

    private Install install;
    private Install home;
    private String owner = "";
    private String sibling = "";
    private String account = "";
    private long delay;
    private long now = Long.MIN_VALUE;
    private int beacon = 1;
    /** How badly slow frames hurt, 0 to 1; lasts for as long as anything slows this install's frames anywhere. */
    private double hurt;

    private boolean crashed;
    private boolean inGuild;

    PlayStory(Plan plan, Draw draw, Diary diary, Country country, boolean shortLesson) {
        this.plan = plan;
        this.draw = draw;
        this.diary = diary;
        this.country = country;
        this.shortLesson = shortLesson;
        advertTaste = draw.share(1.2, 1.6);
        shop = new Shop(plan, draw, country);
    }

    /** A chance of leaving for good that what went wrong brings about. */
    double annoyance() {
        return Math.max(hurt, crashed ? LEAVES_AFTER_CRASH : 0);
    }

    boolean signedIn() {
        return !owner.isEmpty();
    }

    /** The earliest moment of the next session: clearly apart from the last. */
    long freeFrom() {
        return now + 45 * 60_000;
    }

    void firstSession(Install on, long at) {
        home = on;
        open(on, at);
        write("install");
        pause(5);
        write("app_open");
        lesson();
        if (draw.chance(plan.scenario.habits().signsIn())) {
            owner = "keeper-" + on.id;
            sibling = draw.chance(plan.scenario.habits().sharesDevice()) ? "sibling-" + on.id : "";
        }
    }

    private void lesson() {
        pause(8);
        write("lesson_started");
        if (!draw.chance(shortLesson ? 0.97 : 0.92)) {
            return;
        }
        pause(30);
        write("keeper_named");
        pause(shortLesson ? 45 : 120);
        if (!draw.chance(shortLesson ? 0.95 : 0.86)) {
            return;
        }
        write("lesson_finished");
        pause(10);
        beacon();
        play(1 + draw.geometric(2));
    }

    /** The first opening on another device of the same account. */
    void openOn(Install on, long at) {
        open(on, at);
        account = owner;
        write("install");
        pause(4);
        write("app_open");
    }

    void session(Install on, long at, boolean pushed) {
        open(on, at);
        account = on == home && !sibling.isEmpty() && draw.chance(0.3) ? sibling : owner;
        crashed = false;
        if (pushed) {
            write("push_opened");
            pause(2);
        }
        write("app_open", Map.of("load_ms", 700 + draw.below(2500)));
        shop.renewals(now).forEach(renewal -> pay("purchase", renewal));
        shop.refunds().forEach(refund -> pay("refund", refund));
        int actions = 1 + draw.geometric(1.9);
        double breaks = install.share(Effect.CRASHES, now);
        if (breaks > 0 && draw.chance(breaks)) {
            play(draw.below(actions));
            pause(5);
            write("crash");
            crashed = true;
        } else {
            play(actions);
        }
    }

    private void open(Install on, long at) {
        install = on;
        now = at;
        delay = diary.delayMillis();
    }

    private void play(int actions) {
        for (int i = 0; i < actions; i++) {
            pause(25);
            action(draw.below(1000));
        }
    }

    private void action(int dice) {
        if (dice < 400) {
            beacon();
        } else if (dice < 600) {
            write("lamp_trimmed");
        } else if (dice < 660) {
            write("storm_met");
        } else if (dice < 720) {
            write("part_traded");
        } else if (dice < 880) {
            advert();
        } else if (dice < 945) {
            visitShop();
        } else {
            seldom(dice);
        }
    }

    private void seldom(int dice) {
        if (dice < 955 && !inGuild) {
            inGuild = true;
            write("guild_joined");
        } else if (dice < 966) {
            write("friend_invited");
        } else if (dice < 980) {
            write("photo_shared");
        } else if (dice < 992) {
            write("settings_changed");
        } else if (dice < 996) {
            write("crash");
        } else {
            write("lamp_trimmed");
        }
    }

    private void beacon() {
        List<Happening> slow = install.touchedBy(Effect.FRAMES_SLOW, now);
        Happening here = slow.stream()
                .filter(each -> each.where().allows("level", Integer.toString(beacon)))
                .findFirst()
                .orElse(null);
        hurt = here != null ? 1 - here.size() : slow.isEmpty() ? 0 : hurt;
        write("beacon_started", Map.of("level", beacon));
        if (here != null || draw.chance(0.3)) {
            pause(20);
            frameSample(here);
        }
        pause(90);
        double usual = beacon == 1 ? 0.9 : beacon == 5 ? 0.4 : 0.62;
        if (draw.chance(here != null ? usual * Math.max(0, 1 - 1.7 * hurt) : usual)) {
            Map<String, Object> own = new LinkedHashMap<>();
            own.put("level", beacon);
            own.put("stars", 1 + draw.below(3));
            write("beacon_lit", own);
            beacon = beacon % plan.scenario.places().size() + 1;
        } else {
            write("beacon_failed", Map.of("level", beacon));
        }
    }

    /** @param slow what slows frames here, or null */
    private void frameSample(Happening slow) {
        List<Place.Room> rooms = plan.scenario.places().get(beacon - 1).rooms();
        List<Place.Room> slowed = rooms.stream()
                .filter(room -> slow != null && slow.where().allows("room", room.name()))
                .toList();
        Place.Room room = draw.pick(slowed.isEmpty() ? rooms : slowed, each -> each.width() * each.height());
        double fps = install.device.fps() * draw.between(0.85, 1.02) * (slowed.isEmpty() ? 1 : slow.size());
        Map<String, Object> own = new LinkedHashMap<>();
        own.put("level", beacon);
        own.put("x", tenth(room.x() + room.width() * draw.between(0.08, 0.92)));
        own.put("y", tenth(room.y() + room.height() * draw.between(0.08, 0.92)));
        own.put("fps", tenth(fps));
        own.put("memory_mb", 300 + draw.below(500));
        write("frame_sample", own);
    }

    private static double tenth(double value) {
        return Math.round(value * 10) / 10.0;
    }

    private void advert() {
        write("ad_offered");
        if (!draw.chance((0.3 + 0.6 * advertTaste) * Math.max(0, 1 - 1.3 * hurt))) {
            return;
        }
        pause(2);
        write("ad_shown");
        pause(28);
        if (draw.chance(0.9)) {
            BigDecimal amount = BigDecimal.valueOf(draw.between(0.004, 0.022)).setScale(6, RoundingMode.HALF_EVEN);
            diary.settle(now, install, amount);
            Payment payment = new Payment(amount, plan.scenario.app().currency(), "ad");
            diary.write(now, delay, "ad_finished", install, account, payment, Map.of());
        }
    }

    private void visitShop() {
        write("shop_opened");
        pause(12);
        if (draw.chance(0.5)) {
            write("pay_sheet_opened");
            pause(15);
            double vanish = install.share(Effect.PURCHASES_VANISH, now);
            if (vanish == 0 || !draw.chance(vanish)) {
                shop.buys(install, now).ifPresent(purchase -> pay("purchase", purchase));
            }
        }
    }

    private void pay(String name, Shop.Sale sale) {
        pause(1);
        Map<String, Object> own = new LinkedHashMap<>();
        own.put("item", sale.item());
        own.put("quantity", 1);
        diary.write(now, delay, name, install, account, sale.payment(name.equals("refund")), own);
    }

    private void pause(int seconds) {
        now += (long) (1000 * seconds * draw.between(0.4, 1.8)) + 1;
    }

    private void write(String name) {
        write(name, Map.of());
    }

    private void write(String name, Map<String, Object> own) {
        diary.write(now, delay, name, install, account, null, own);
    }
}
