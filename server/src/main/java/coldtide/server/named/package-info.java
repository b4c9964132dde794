/** Behaviours and segments: definitions under a name, which questions of every room may use. Uses {@code store}, {@code access} and {@code filter}. */
package coldtide.server.named;
