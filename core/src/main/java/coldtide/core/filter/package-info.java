/**
 * Filters: which events and which users a question is about. In: conditions as plain data. Out: one bit for each row
 * and each user of a shard, remembered for the next question. Start with {@code EventCondition} and {@code
 * PersonCondition}; {@code Conditions} compiles them. Uses {@code value}, {@code time} and {@code log}.
 */
package coldtide.core.filter;
