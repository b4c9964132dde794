/**
 * Funnels: how far users, sessions or attempts get through steps. In: a {@code FunnelQuestion}. Out: counts by step,
 * group and period. Start with {@code FunnelAnalysis}. Uses {@code match}, {@code filter}, {@code log}, {@code
 * measure}, {@code scan} and {@code stats}.
 */
package coldtide.core.funnel;
