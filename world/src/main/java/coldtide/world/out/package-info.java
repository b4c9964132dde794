/** How a world leaves the generator: files, messages, floor plans, a live fleet. Uses {@code world} and {@code scenario}. */
package coldtide.world.out;
