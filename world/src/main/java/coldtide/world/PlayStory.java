package coldtide.world;

import coldtide.world.WorldEvent.Payment;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.LinkedHashMap;
import java.util.Map;

/** What a person does while the game is open: the lesson, beacons, adverts, the shop. */
final class PlayStory {
    private static final int BEACONS = 14;
    /** Where in the tower of beacon 5 the gallery stair is, in the floor plan's coordinates. */
    private static final double STAIR_X = 62;

    private static final double STAIR_Y = 24;

    private final Scenario scenario;
    private final Draw draw;
    private final Diary diary;
    private final Country country;
    private final Shop shop;
    private final boolean shortLesson;
    private final double advertTaste;

    private Install install;
    private String account = "";
    private long delay;
    private long now = Long.MIN_VALUE;
    private int beacon = 1;
    private boolean hurt;
    private boolean inGuild;

    PlayStory(Scenario scenario, Draw draw, Diary diary, Country country, boolean shortLesson) {
        this.scenario = scenario;
        this.draw = draw;
        this.diary = diary;
        this.country = country;
        this.shortLesson = shortLesson;
        advertTaste = draw.share(1.2, 1.6);
        shop = new Shop(scenario, draw, country);
    }

    boolean wasHurt() {
        return hurt;
    }

    boolean signedIn() {
        return !account.isEmpty();
    }

    /** The earliest moment of the next session: clearly apart from the last. */
    long freeFrom() {
        return now + 45 * 60_000;
    }

    void firstSession(Install on, long at) {
        open(on, at);
        write("install");
        pause(5);
        write("app_open");
        lesson();
        if (draw.chance(0.35)) {
            account = "keeper-" + on.id;
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
        write("install");
        pause(4);
        write("app_open");
    }

    void session(Install on, long at, boolean pushed) {
        open(on, at);
        if (pushed) {
            write("push_opened");
            pause(2);
        }
        write("app_open", Map.of("load_ms", 700 + draw.below(2500)));
        shop.renewals(now).forEach(renewal -> pay("purchase", renewal));
        shop.refunds().forEach(refund -> pay("refund", refund));
        play(1 + draw.geometric(1.9));
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

    private boolean hurtHere() {
        return scenario.has(Happening.GALLERY_LIGHTNING)
                && beacon == 5
                && install.device.gpu().equals(Device.HURT_GPU)
                && Happening.GALLERY_LIGHTNING.lastsIn(install.versionAt(now));
    }

    private void beacon() {
        boolean hurtHere = hurtHere();
        hurt = hurtHere || hurt && Happening.GALLERY_LIGHTNING.lastsIn(install.versionAt(now));
        write("beacon_started", Map.of("level", beacon));
        if (hurtHere || draw.chance(0.3)) {
            pause(20);
            frameSample(hurtHere);
        }
        pause(90);
        if (draw.chance(hurtHere ? 0.06 : beacon == 1 ? 0.9 : beacon == 5 ? 0.4 : 0.62)) {
            Map<String, Object> own = new LinkedHashMap<>();
            own.put("level", beacon);
            own.put("stars", 1 + draw.below(3));
            write("beacon_lit", own);
            beacon = beacon % BEACONS + 1;
        } else {
            write("beacon_failed", Map.of("level", beacon));
        }
    }

    private void frameSample(boolean hurtHere) {
        double fps = install.device.fps() * draw.between(0.85, 1.02) * (hurtHere ? 0.5 : 1);
        Map<String, Object> own = new LinkedHashMap<>();
        own.put("level", beacon);
        own.put("x", tenth(hurtHere ? STAIR_X + draw.between(-4, 4) : draw.between(5, 95)));
        own.put("y", tenth(hurtHere ? STAIR_Y + draw.between(-4, 4) : draw.between(5, 95)));
        own.put("fps", tenth(fps));
        own.put("memory_mb", 300 + draw.below(500));
        write("frame_sample", own);
    }

    private static double tenth(double value) {
        return Math.round(value * 10) / 10.0;
    }

    private void advert() {
        write("ad_offered");
        if (!draw.chance((0.3 + 0.6 * advertTaste) * (hurt ? 0.35 : 1))) {
            return;
        }
        pause(2);
        write("ad_shown");
        pause(28);
        if (draw.chance(0.9)) {
            BigDecimal amount = BigDecimal.valueOf(draw.between(0.004, 0.022)).setScale(6, RoundingMode.HALF_EVEN);
            diary.settle(now, install, amount);
            if (livesWith(Happening.LOST_ADVERTS, "android")) {
                return;
            }
            diary.write(
                    now,
                    delay,
                    "ad_finished",
                    install,
                    account,
                    new Payment(amount, Scenario.CURRENCY, "ad"),
                    Map.of());
        }
    }

    private void visitShop() {
        write("shop_opened");
        pause(12);
        if (draw.chance(0.3)) {
            write("pay_sheet_opened");
            pause(15);
            boolean fails = country.currency().equals(Happening.FAILING_CURRENCY)
                    && livesWith(Happening.PAY_SHEET_FAILS, "ios");
            if (!fails) {
                shop.buys(now).ifPresent(purchase -> pay("purchase", purchase));
            }
        }
    }

    private boolean livesWith(Happening happening, String platform) {
        return scenario.has(happening)
                && install.device.platform().equals(platform)
                && happening.lastsIn(install.versionAt(now));
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
