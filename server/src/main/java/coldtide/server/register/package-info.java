/** The register of people: in order, one by one, and erasing. Uses {@code engine} and {@code named}. */
package coldtide.server.register;
