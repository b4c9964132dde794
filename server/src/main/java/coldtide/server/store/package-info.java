/**
 * What lasts, in PostgreSQL. The packages below it hold entities and repositories by subject; here is what they share:
 * bulk copying ({@code BinaryCopy}, {@code BinaryRows}), stored JSON ({@code StoredForms}), and caches that follow a
 * commit ({@code CommittedCache}). Only these packages know Hibernate and SQL.
 */
package coldtide.server.store;
