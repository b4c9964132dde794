/**
 * The question of a funnel, and the best attempt of each unit. In: a {@code FunnelQuestion} and the events of a user.
 * Out: a {@code Match} for each unit. Start with {@code FunnelQuestion} and {@code Matcher}; {@code CountingUnits}
 * gives the units with their attempts. Uses {@code filter} and {@code log}.
 */
package coldtide.core.funnel.match;
