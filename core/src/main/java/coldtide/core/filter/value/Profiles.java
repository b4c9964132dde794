package coldtide.core.filter.value;

import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Contexts;
import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.objects.Object2IntOpenCustomHashMap;
import java.util.ArrayList;
import java.util.List;

/**
 * Profiles of users: combinations of the properties that stay the same for an install. A profile is one combination of values; a value of
 * a property is a slice, which many profiles have. Contexts that differ in nothing but other properties, such as the version, have the
 * same profile, so most users have one for all their time.
 */
public final class Profiles {
    /** In place of a slice where a profile lacks the property. */
    public static final int NONE = -1;

    private final List<String> properties;
    private final List<PropertyValue> slices = new ArrayList<>();
    private final int[] profileOf;
    private final List<int[]> slicesOf = new ArrayList<>();

    private Profiles(EventLog log, List<String> properties) {
        this.properties = properties;
        Contexts.View contexts = log.contexts();
        profileOf = new int[contexts.size()];
        int[][] sliceOf = new int[properties.size()][];
        for (int p = 0; p < sliceOf.length; p++) {
            sliceOf[p] = slices(log, properties.get(p));
        }
        Object2IntOpenCustomHashMap<int[]> codes = new Object2IntOpenCustomHashMap<>(IntArrays.HASH_STRATEGY);
        for (int context = 0; context < profileOf.length; context++) {
            int[] own = new int[sliceOf.length];
            for (int p = 0; p < own.length; p++) {
                own[p] = sliceOf[p][context];
            }
            int code = codes.getOrDefault(own, slicesOf.size());
            if (code == slicesOf.size()) {
                codes.put(own, code);
                slicesOf.add(own);
            }
            profileOf[context] = code;
        }
    }

    /** @param properties each of contexts; those that no context has give no slices */
    public static Profiles of(EventLog log, List<String> properties) {
        return new Profiles(log, List.copyOf(properties));
    }

    /** Slices by context, numbered as they are met. */
    private int[] slices(EventLog log, String property) {
        Contexts.View contexts = log.contexts();
        int[] codes = contexts.codes(property).orElse(null);
        int[] slice = new int[contexts.size()];
        Int2IntOpenHashMap known = new Int2IntOpenHashMap();
        for (int context = 0; context < slice.length; context++) {
            if (codes == null || codes[context] == Contexts.NONE) {
                slice[context] = NONE;
                continue;
            }
            int number = known.getOrDefault(codes[context], slices.size());
            if (number == slices.size()) {
                known.put(codes[context], number);
                slices.add(new PropertyValue(property, log.texts().text(codes[context])));
            }
            slice[context] = number;
        }
        return slice;
    }

    public List<String> properties() {
        return properties;
    }

    /** Slices by their numbers. */
    public List<PropertyValue> slices() {
        return slices;
    }

    /** How many profiles there are. */
    public int size() {
        return slicesOf.size();
    }

    /** The profile of a context. */
    public int ofContext(int context) {
        return profileOf[context];
    }

    /** The slices of a profile by property, {@link #NONE} where it lacks one. Nobody may change them. */
    public int[] slices(int profile) {
        return slicesOf.get(profile);
    }
}
