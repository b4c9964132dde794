/** What stands in no figure for want of a rate. Uses {@code log} and {@code scan}. */
package coldtide.core.money;
