/**
 * The job's rules and computation: plain Java, no interface, no database, no HTTP, no JSON.
 *
 * <p>Packages, lowest first; each may use those named before it: {@code time}, {@code log}, {@code stats}, {@code scan},
 * then one package a room ({@code tidetable}, {@code retention}, {@code release}), which do not use each other.
 */
package coldtide.core;
