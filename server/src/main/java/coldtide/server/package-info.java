/**
 * The server. {@code store} lies lowest and is the only package that knows Hibernate and SQL; {@code engine} keeps the logs
 * in memory; {@code intake} takes events in; {@code access} and {@code http} guard the door; then one package a room. A test
 * holds these borders.
 */
package coldtide.server;
