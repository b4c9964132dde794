/** The HTTP face of measures and of counts of people. Uses {@code engine} and {@code who}. */
package coldtide.server.measure;
