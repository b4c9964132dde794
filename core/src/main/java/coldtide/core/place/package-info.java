/**
 * Where on the plan of a level something is done, or how the app runs there, in square cells; two ranges of days or two groups of people
 * beside each other.
 */
package coldtide.core.place;
