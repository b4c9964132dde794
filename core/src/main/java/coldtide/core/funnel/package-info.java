/** Funnels: how far people get through steps, in order or in any, and who stops where. Handbook §8. */
package coldtide.core.funnel;
