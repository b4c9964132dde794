/** Fills the store with the demo world at the first start. Uses {@code store}, {@code access} and the world. */
package coldtide.server.demo;
