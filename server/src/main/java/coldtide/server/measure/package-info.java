/** The HTTP face of measures and of counts of people. Uses {@code engine} and {@code filter}. */
package coldtide.server.measure;
