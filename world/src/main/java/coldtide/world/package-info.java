/**
 * The demo world: the generator of an invented game, Gullcombe Lights. Plain Java, knows nothing of the product; the same
 * scenario gives the same events to the byte. All places, devices, people and figures in it are made up.
 */
package coldtide.world;
