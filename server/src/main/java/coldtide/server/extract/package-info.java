/** Single events in order and as files, over HTTP. Uses {@code engine} and {@code filter}. */
package coldtide.server.extract;
