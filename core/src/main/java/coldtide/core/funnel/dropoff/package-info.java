/**
 * Who drops off at a step, and what they do next. Start with {@code SlicesAnalysis} (which groups) and {@code
 * AfterAnalysis} (which events). Uses {@code funnel} and {@code match}.
 */
package coldtide.core.funnel.dropoff;
