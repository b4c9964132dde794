/**
 * Amounts that no metric contains because their currency has no exchange rate on that day. Start with {@code
 * MissingRates}. Uses {@code log} and {@code scan}.
 */
package coldtide.core.money;
