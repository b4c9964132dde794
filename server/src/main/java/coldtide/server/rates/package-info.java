/** Exchange rates. Uses {@code engine} and {@code apps}. */
package coldtide.server.rates;
