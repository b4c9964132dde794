/** Who may come in: sign-in, the first keeper, the demo account, security headers. Uses {@code store} and {@code http}. */
package coldtide.server.access;
