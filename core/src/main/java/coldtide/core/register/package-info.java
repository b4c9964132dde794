/**
 * The user list. In: a {@code RegisterQuestion}. Out: one page of users in order, or the diary of one user. Start with
 * {@code Register}. Uses {@code log}, {@code scan} and {@code filter}.
 */
package coldtide.core.register;
