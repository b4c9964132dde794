package coldtide.core.log;

import coldtide.core.time.DayBoundaries;
import java.util.BitSet;
import java.util.List;

/** What shards are built by: the app's settings over the days, names and contexts of a moment. */
final class LogRules {
    private final LogSettings settings;
    private final DayBoundaries days;
    private final Contexts.View contexts;
    private final Dictionary currencies;
    private final BitSet passive = new BitSet();
    private final int uninstall;

    LogRules(
            LogSettings settings,
            DayBoundaries days,
            Contexts.View contexts,
            Dictionary currencies,
            List<String> names) {
        this.settings = settings;
        this.days = days;
        this.contexts = contexts;
        this.currencies = currencies;
        for (int code = 0; code < names.size(); code++) {
            passive.set(code, settings.passiveEvents().contains(names.get(code)));
        }
        uninstall = names.indexOf(settings.uninstallEvent());
    }

    LogSettings settings() {
        return settings;
    }

    DayBoundaries days() {
        return days;
    }

    Contexts.View contexts() {
        return contexts;
    }

    Dictionary currencies() {
        return currencies;
    }

    boolean isPassive(int name) {
        return passive.get(name);
    }

    boolean isUninstall(int name) {
        return name == uninstall;
    }

    long sessionGapMillis() {
        return settings.sessionGap().toMillis();
    }
}
