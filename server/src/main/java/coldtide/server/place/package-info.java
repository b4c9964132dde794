/** Floor plans and what is done where, over HTTP. Uses {@code engine} and {@code filter}. */
package coldtide.server.place;
