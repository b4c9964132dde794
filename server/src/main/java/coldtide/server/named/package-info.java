/** What people have named, behaviours and segments, below every room that asks by them. Uses {@code store}, {@code access} and {@code who}. */
package coldtide.server.named;
