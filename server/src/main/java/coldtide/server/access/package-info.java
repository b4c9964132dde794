/** Access: sign-in, the first admin, the demo account, roles, security headers. Uses {@code store} and {@code http}. */
package coldtide.server.access;
