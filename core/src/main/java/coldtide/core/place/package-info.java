/**
 * Level maps: what happens where in a level. In: a {@code PlaceQuestion}. Out: a value for each square. Start with
 * {@code Places}. Uses {@code time}, {@code log}, {@code stats}, {@code scan} and {@code filter}.
 */
package coldtide.core.place;
