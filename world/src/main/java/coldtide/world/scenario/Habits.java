package coldtide.world.scenario;

/**
 * How often what happens to some people happens; all from 0 to 1.
 *
 * @param signsIn share of people who sign in with an account
 * @param secondDevice chance on a day of play that somebody signed in takes the game to a second device
 * @param sharesDevice share of those signed in whose device somebody else signs in on now and then
 * @param clockOff share of devices whose clock is hours off
 * @param late share of sessions that are sent only when the device is back online
 * @param sentTwice share of events that arrive twice
 * @param spoilt for each good event, the chance of a malformed one beside it
 */
public record Habits(
        double signsIn,
        double secondDevice,
        double sharesDevice,
        double clockOff,
        double late,
        double sentTwice,
        double spoilt) {
    public Habits {
        Check.within("signsIn", signsIn, 0, 1);
        Check.within("secondDevice", secondDevice, 0, 1);
        Check.within("sharesDevice", sharesDevice, 0, 1);
        Check.within("clockOff", clockOff, 0, 1);
        Check.within("late", late, 0, 1);
        Check.within("sentTwice", sentTwice, 0, 1);
        Check.within("spoilt", spoilt, 0, 1);
    }
}
