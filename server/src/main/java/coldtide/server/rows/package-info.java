/**
 * What files and messages say: how a file is read, its rows one after another, and each row checked and made an event by the
 * rules of the handbook's section Data. No database and no HTTP. Uses {@code store}'s event and app only.
 */
package coldtide.server.rows;
