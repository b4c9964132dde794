/** Floor plans and what is done where, over HTTP. Uses {@code engine} and {@code who}. */
package coldtide.server.place;
