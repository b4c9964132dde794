/**
 * Tests of property values, and the profile of a user: the values the user had. Start with {@code ValueTest} and
 * {@code Profiles}. Uses {@code log}.
 */
package coldtide.core.filter.value;
