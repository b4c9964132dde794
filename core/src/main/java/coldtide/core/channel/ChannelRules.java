package coldtide.core.channel;

import coldtide.core.channel.ChannelRule.Kind;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.rule.ContextDerivation;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * Derives the channel by which a user came, and the rule that decided it. The first matching rule by tags wins, then the channel that was
 * sent, then the first matching rule by referrer. The result is two properties of every context, {@link #CHANNEL} and {@link #RULE}, which
 * filters and splits use like any other. A user's channel is the first one.
 */
public final class ChannelRules implements ContextDerivation {
    public static final String CHANNEL = "arrival_channel";
    public static final String RULE = "arrival_rule";
    private static final String SENT = "channel";
    public static final int MOST_RULES = 200;

    private final List<ChannelRule> rules;
    private final List<ValueTest> tests;

    /** @param rules in their order; those by tags come before those by referrer, wherever they stand */
    public ChannelRules(List<ChannelRule> rules) {
        if (rules.size() > MOST_RULES) {
            throw new IllegalArgumentException("There may be " + MOST_RULES + " rules, not " + rules.size() + ".");
        }
        this.rules = List.copyOf(rules);
        tests = rules.stream().map(ChannelRule::ready).toList();
    }

    @Override
    public List<String> reads() {
        List<String> reads = new ArrayList<>(List.of(SENT));
        Stream.concat(ChannelRule.TAGS.stream(), Stream.of(ChannelRule.REFERRER))
                .forEach(reads::add);
        return reads;
    }

    @Override
    public Map<String, String> of(Map<String, String> context) {
        int tag = first(Kind.TAG, context);
        if (tag >= 0) {
            return decided(tag);
        }
        if (context.containsKey(SENT)) {
            return Map.of(CHANNEL, context.get(SENT), RULE, SENT + " as sent");
        }
        int referrer = first(Kind.REFERRER, context);
        return referrer >= 0 ? decided(referrer) : Map.of();
    }

    private int first(Kind kind, Map<String, String> context) {
        for (int i = 0; i < rules.size(); i++) {
            ChannelRule rule = rules.get(i);
            String value = context.get(rule.property());
            if (rule.kind() == kind && value != null && ChannelRule.passes(tests.get(i), value)) {
                return i;
            }
        }
        return -1;
    }

    private Map<String, String> decided(int rule) {
        return Map.of(CHANNEL, rules.get(rule).channel(), RULE, rules.get(rule).said());
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ChannelRules same && rules.equals(same.rules);
    }

    @Override
    public int hashCode() {
        return rules.hashCode();
    }
}
