/** Releases: who is on which version. Uses {@code scan} and what lies below it. */
package coldtide.core.release;
