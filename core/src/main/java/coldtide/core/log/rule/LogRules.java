package coldtide.core.log.rule;

import coldtide.core.log.column.Dictionary;
import coldtide.core.time.DayBoundaries;
import java.util.BitSet;
import java.util.List;

/** Rules by which a shard is built: the app's settings applied to the days, names and contexts known so far. */
public final class LogRules {
    private final LogSettings settings;
    private final DayBoundaries days;
    private final Contexts.View contexts;
    private final Dictionary currencies;
    private final BitSet passive = new BitSet();
    private final int uninstall;

    public LogRules(
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

    public LogSettings settings() {
        return settings;
    }

    public DayBoundaries days() {
        return days;
    }

    public Contexts.View contexts() {
        return contexts;
    }

    public Dictionary currencies() {
        return currencies;
    }

    public boolean isPassive(int name) {
        return passive.get(name);
    }

    public boolean isUninstall(int name) {
        return name == uninstall;
    }

    public long sessionGapMillis() {
        return settings.sessionGap().toMillis();
    }
}
