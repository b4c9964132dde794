/**
 * Time to churn: the Kaplan–Meier share of users not churned by day. Start with {@code SurvivalAnalysis}; {@code
 * GoingQuiet} says when a user counts as churned. Uses {@code retention} and {@code cohort}.
 */
package coldtide.core.retention.churn;
