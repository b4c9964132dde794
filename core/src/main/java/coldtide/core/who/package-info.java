/**
 * Which events and which people a question is about: conditions as plain data, compiled to a bit a row and a bit a person of each
 * shard, and kept for the next question. Uses {@code time} and {@code log}.
 */
package coldtide.core.who;
