/**
 * Rules by which events are read: exchange rates, revenue types, releases, and properties derived from the context of
 * a sender. Start with {@code LogSettings}; {@code LogRules} applies them. Uses {@code column} and {@code time}.
 */
package coldtide.core.log.rule;
