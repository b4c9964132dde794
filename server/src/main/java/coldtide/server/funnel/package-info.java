/** The funnels' HTTP face. Uses {@code engine}. */
package coldtide.server.funnel;
