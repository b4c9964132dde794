/** Single events in order and as files, over HTTP. Uses {@code engine} and {@code who}. */
package coldtide.server.extract;
