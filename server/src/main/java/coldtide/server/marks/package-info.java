/** Releases and marks: entered, changed, imported. Uses {@code store}, {@code apps}, {@code access} and {@code http}. */
package coldtide.server.marks;
