/**
 * How many users satisfy a filter, as a whole and by group. Start with {@code PeopleCount}. Uses {@code measure} and
 * {@code filter}.
 */
package coldtide.core.measure.users;
